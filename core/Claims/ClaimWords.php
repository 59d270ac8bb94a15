<?php

declare(strict_types=1);

namespace Orchard\Core\Claims;

use Locale;
use Orchard\Core\Terms\Inflection;
use Orchard\Core\Terms\TermForm;
use ResourceBundle;

/**
 * Words by which a text claims something, in English and German, with what they mean. A line is: concept, English
 * words, German words, and what the concept is a sort of ("oak" is wood: who says "wood" of oak says nothing wrong).
 */
final class ClaimWords
{
    private const LISTS = [
        'material' => ClaimLists::MATERIALS,
        'colour' => ClaimLists::COLOURS,
        'origin' => ClaimLists::ORIGINS,
        'certificate' => ClaimLists::CERTIFICATES,
        'property' => ClaimLists::PROPERTIES,
        'superlative' => ClaimLists::SUPERLATIVES,
        'free' => ClaimLists::FREE,
    ];

    /** @var array<string, list<array{list<string>, string}>> words behind the first, with a concept, by the first */
    private array $phrases = [];

    /** @var array<string, ClaimType> by concept */
    private array $types = [];

    /** @var array<string, list<string>> what a concept is a sort of */
    private array $wider = [];

    /** @var array<string, string> German materials that begin compounds ("Eichentisch"), by their stem */
    private array $stems = [];

    /** German colours that end compounds, folded. */
    private const COLOUR_TAILS = [
        'grun' => 'green',
        'blau' => 'blue',
        'gelb' => 'yellow',
        'grau' => 'grey',
        'braun' => 'brown',
        'weiss' => 'white',
        'schwarz' => 'black',
        'rosa' => 'pink',
        'beige' => 'beige',
    ];

    private const REMEMBERED = 50_000;

    /** @var array<string, string> by word */
    private array $forms = [];

    /** @var array<string, ?string> concept by word */
    private array $compounds = [];

    /** @var array<string, self> by language */
    private static array $made = [];

    /** The lists of a language, made once. */
    public static function of(string $language): self
    {
        return self::$made[$language] ??= new self($language);
    }

    private function __construct(private readonly string $language)
    {
        foreach (self::LISTS as $type => $list) {
            foreach (explode("\n", $list) as $line) {
                [$concept, $words] = explode(': ', trim($line), 2);
                $parts = explode('; ', $words);
                // A word of the one language may mean something else in the other: "Ton" is clay, "a ton" is not.
                $this->take($type, $concept, $parts[0], 'en');
                $this->take($type, $concept, $parts[1] ?? '', 'de');
                isset($parts[2]) && ($this->wider[$concept] = explode(', ', $parts[2]));
                if ($type === 'material' && $language === 'de') {
                    foreach (explode(', ', $parts[1] ?? '') as $word) {
                        $stem = (string) preg_replace('/e$/', '', TermForm::fold($word));
                        strlen($stem) >= 4 && ! str_contains($stem, ' ') && ($this->stems[$stem] = $concept);
                    }
                }
            }
        }
        $this->takeCountries();
        uksort($this->stems, static fn (string $a, string $b): int => strlen($b) <=> strlen($a));
    }

    /**
     * Countries that have no line of their own, as ICU names them; words that mean something else beside are left out.
     */
    private function takeCountries(): void
    {
        $countries = ResourceBundle::create('en', 'ICUDATA-region')?->get('Countries');
        foreach ($countries instanceof ResourceBundle ? $countries : [] as $code => $name) {
            $concept = mb_strtolower(is_string($name) ? $name : '');
            $isCountry = is_string($code) && preg_match('/^(?!EU|UN|EZ|Q|X|Z)[A-Z]{2}$/', $code) === 1;
            if (! $isCountry || isset($this->types[$concept]) || in_array($concept, ClaimLists::NO_ORIGINS, true)) {
                continue;
            }
            $this->take('origin', $concept, $concept, 'en');
            $this->take('origin', $concept, mb_strtolower((string) Locale::getDisplayRegion("-$code", 'de')), 'de');
        }
    }

    public function type(string $concept): ClaimType
    {
        return $this->types[$concept];
    }

    /** @return list<string> the concept itself, and what it is a sort of */
    public function with(string $concept): array
    {
        return [$concept, ...$this->wider[$concept] ?? []];
    }

    /**
     * The longest phrase of the lists that begins at a word.
     *
     * @param  list<string>  $words  folded
     * @return ?array{string, int} concept, and how many words it has
     */
    public function at(array $words, int $nth): ?array
    {
        $best = null;
        foreach ($this->phrases[$this->form($words[$nth])] ?? [] as [$more, $concept]) {
            foreach ($more as $i => $word) {
                if ($this->form($words[$nth + 1 + $i] ?? '') !== $word) {
                    continue 2;
                }
            }
            if ($best === null || count($more) + 1 > $best[1]) {
                $best = [$concept, count($more) + 1];
            }
        }

        return $best ?? $this->compound($words[$nth]);
    }

    /** @return ?array{string, int} */
    private function compound(string $word): ?array
    {
        if ($this->stems === []) {
            return null;
        }
        // "Salbeigrün" is green; "Eiweiß", "Brot" and "Schrot" are no colours.
        if (preg_match('/(?<=.{3})(grun|blau|gelb|grau|braun|weiss|schwarz|rosa|beige)$/', $word, $found) === 1) {
            return [self::COLOUR_TAILS[$found[1]], 1];
        }
        if (! array_key_exists($word, $this->compounds)) {
            count($this->compounds) < self::REMEMBERED || ($this->compounds = []);
            $this->compounds[$word] = null;
            foreach ($this->stems as $stem => $concept) {
                $isLonger = strlen($word) > strlen((string) $stem) + 2;
                // "Eichentisch" is of oak, and "Vollleder" is leather.
                if ($isLonger && (str_starts_with($word, (string) $stem) || str_ends_with($word, (string) $stem))) {
                    $this->compounds[$word] = $concept;
                    break;
                }
            }
        }
        $concept = $this->compounds[$word];

        return $concept === null ? null : [$concept, 1];
    }

    private function take(string $type, string $concept, string $words, string $language): void
    {
        $this->types[$concept] = ClaimType::from($type);
        if ($words === '' || ($this->language !== $language && $type !== 'certificate')) {
            return;
        }
        foreach (explode(', ', $words) as $phrase) {
            $forms = array_map($this->form(...), self::split($phrase));
            $first = array_shift($forms);
            $first === null || ($this->phrases[$first][] = [$forms, $concept]);
        }
    }

    private function form(string $word): string
    {
        if (isset($this->forms[$word])) {
            return $this->forms[$word];
        }
        count($this->forms) < self::REMEMBERED || ($this->forms = []);
        // German adjectives and superlatives end by case: beste, bester, bestem.
        $plain =
            $this->language === 'de' ? (string) preg_replace('/(?<=\pL{3})e[rsm]$|(?<=st)en$/u', 'e', $word) : $word;

        return $this->forms[$word] = $plain === '' ? '' : Inflection::form($plain, $this->language);
    }

    /** @return list<string> folded words */
    public static function split(string $text): array
    {
        preg_match_all('/[\pL\pN]+/u', str_replace(["'", '’'], '', mb_strtolower($text)), $found);

        return array_values(array_map(static fn (string $word): string => TermForm::fold($word), $found[0]));
    }
}
