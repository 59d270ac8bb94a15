<?php

declare(strict_types=1);

namespace App\Platform\Spelling;

use EnchantBroker;
use EnchantDictionary;

/** Tells which words no dictionary knows: Hunspell's, as Debian has them, through Enchant. */
final class Dictionaries
{
    /** Dictionaries by language; a word that one of them knows is right. */
    private const TAGS = [
        'en' => ['en_US', 'en_GB'],
        'de' => ['de_DE'],
        'fr' => ['fr_FR'],
        'es' => ['es_ES'],
    ];

    /** Words that are remembered; a large shop has some ten thousand. */
    private const MOST_KNOWN = 200_000;

    private ?EnchantBroker $broker = null;

    /** @var array<string, list<EnchantDictionary>> */
    private array $open = [];

    /** @var array<string, bool> whether a word is right, by language and word */
    private array $known = [];

    /** @param  string  $folder  where Enchant may keep what it writes */
    public function __construct(private readonly string $folder)
    {
    }

    public function __destruct()
    {
        // Enchant complains of dictionaries that outlive their broker.
        $this->open = [];
        $this->broker = null;
    }

    /** @param  string  $language  two letters of ISO 639-1 */
    public function has(string $language): bool
    {
        return $this->dictionaries($language) !== [];
    }

    /**
     * @param  list<string>  $words
     * @return list<string> those that no dictionary of the language knows; none where there is no dictionary
     */
    public function unknown(array $words, string $language): array
    {
        $dictionaries = $this->dictionaries($language);
        if ($dictionaries === []) {
            return [];
        }
        if (count($this->known) > self::MOST_KNOWN) {
            $this->known = [];
        }
        $unknown = [];
        foreach ($words as $word) {
            if (! ($this->known["$language $word"] ??= self::isRight($word, $dictionaries))) {
                $unknown[] = $word;
            }
        }

        return $unknown;
    }

    /** @return list<string> words that were perhaps meant, the likeliest first; costs a tenth of a second */
    public function meant(string $word, string $language, int $most = 5): array
    {
        $meant = [];
        foreach ($this->dictionaries($language) as $dictionary) {
            array_push($meant, ...enchant_dict_suggest($dictionary, $word));
        }

        return array_slice(array_values(array_unique($meant)), 0, $most);
    }

    /** @param  list<EnchantDictionary>  $dictionaries */
    private static function isRight(string $word, array $dictionaries): bool
    {
        foreach ($dictionaries as $dictionary) {
            // A genitive is as right as its word, and a sentence may begin with any.
            $forms = [$word, (string) preg_replace("/'s?$/u", '', $word)];
            foreach (array_unique($forms) as $form) {
                if ($form !== '' && enchant_dict_check($dictionary, $form)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @return list<EnchantDictionary> */
    private function dictionaries(string $language): array
    {
        if (isset($this->open[$language])) {
            return $this->open[$language];
        }
        $this->open[$language] = [];
        if (! extension_loaded('enchant')) {
            return [];
        }
        if ($this->broker === null) {
            is_dir($this->folder) || @mkdir($this->folder, 0700, true);
            putenv("ENCHANT_CONFIG_DIR=$this->folder");
            $broker = enchant_broker_init();
            if ($broker === false) {
                return [];
            }
            $this->broker = $broker;
        }
        foreach (self::TAGS[$language] ?? [] as $tag) {
            // Where another program's dictionaries are there as well, they know far fewer words.
            enchant_broker_set_ordering($this->broker, $tag, 'hunspell');
            $dictionary = enchant_broker_dict_exists($this->broker, $tag)
                ? enchant_broker_request_dict($this->broker, $tag)
                : false;
            if ($dictionary !== false) {
                $this->open[$language][] = $dictionary;
            }
        }

        return $this->open[$language];
    }
}
