<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/**
 * The key under which variants of one term meet: singular and plural, written together or apart, describing words at
 * another place, "lamp for the bedroom" and "bedroom lamp". Terms of different meaning keep different keys: only words
 * that describe (colours, sizes, shapes, codes, figures, makers) may move; the order of all others is kept, so that a
 * lamp shade is no shade lamp.
 */
final readonly class TermKey
{
    /** Articles and the like, which change no meaning. */
    private const ARTICLES = [
        'en' => ['the' => 1, 'a' => 1, 'an' => 1],
        'de' => [
            'der' => 1,
            'die' => 1,
            'das' => 1,
            'den' => 1,
            'dem' => 1,
            'ein' => 1,
            'eine' => 1,
            'einen' => 1,
            'einem' => 1,
            'einer' => 1,
            'furs' => 1,
        ],
        // In these the noun comes first, so that what joins it to the next may be left out without a change of order.
        'fr' => [
            'le' => 1,
            'la' => 1,
            'les' => 1,
            'l' => 1,
            'un' => 1,
            'une' => 1,
            'de' => 1,
            'du' => 1,
            'des' => 1,
            'd' => 1,
            'pour' => 1,
            'a' => 1,
            'au' => 1,
            'aux' => 1,
            'en' => 1,
        ],
        'es' => [
            'el' => 1,
            'la' => 1,
            'los' => 1,
            'las' => 1,
            'un' => 1,
            'una' => 1,
            'de' => 1,
            'del' => 1,
            'para' => 1,
            'en' => 1,
            'al' => 1,
        ],
    ];

    /** A thing for something is that something's thing. */
    private const FOR = ['en' => ['for' => 1], 'de' => ['fur' => 1]];

    private const DRINKS = [
        'wine' => 1,
        'champagne' => 1,
        'prosecco' => 1,
        'cocktail' => 1,
        'beer' => 1,
        'whisky' => 1,
        'whiskey' => 1,
        'gin' => 1,
        'water' => 1,
        'shot' => 1,
        'drinking' => 1,
        'martini' => 1,
        'highball' => 1,
        'tumbler' => 1,
        'juice' => 1,
        'latte' => 1,
    ];

    /** @var array<string, true> folded words of one writing */
    private array $makers;

    /** @param  list<string>  $makers  names that may stand anywhere, of one word or several */
    public function __construct(private string $language, array $makers = [])
    {
        $names = [];
        foreach ($makers as $maker) {
            $words = array_map(TermForm::fold(...), TermForm::words(TermForm::normal($maker)));
            $words === [] || ($names[implode(' ', $words)] = true);
        }
        $this->makers = $names;
    }

    /** @param  string  $normal  as TermForm::normal() tells it */
    public function of(string $normal): string
    {
        if (! in_array($this->language, Inflection::LANGUAGES, true)) {
            return $normal;
        }
        $words = $this->makersJoined(TermForm::words($normal));
        $words = $this->forTurned($words);
        $free = $bound = [];
        $count = count($words);
        for ($i = 0; $i < $count; $i++) {
            $word = $words[$i];
            $form = str_starts_with($word, "\x02") ? $word : Inflection::form($word, $this->language);
            // Glasses to drink from are many of a glass; those to read with are not.
            $form === 'glasses' && $i > 0 && isset(self::DRINKS[$words[$i - 1]]) && ($form = 'glass');
            $next = $i + 1 < $count ? Inflection::form($words[$i + 1], $this->language) : '';
            // A wall light in grey is no wall in light grey.
            if (
                DescribingWords::isShade($form) &&
                DescribingWords::isColour($next) &&
                ($bound === [] || $form !== 'light')
            ) {
                $free[] = $form.' '.DescribingWords::oneGender($next);
                $i++;
            } elseif (preg_match('/^\d+$/', $word) === 1 && $next !== '' && ! DescribingWords::isFree($next)) {
                // "3 light pendant", "sofa 2 seater": the figure counts the word after it.
                $free[] = "$form $next";
                $i++;
            } elseif ($word[0] === "\x02" || preg_match('/\d/', $word) === 1 || DescribingWords::isFree($form)) {
                $free[] = DescribingWords::oneGender(ltrim($form, "\x02"));
            } elseif (! isset(self::ARTICLES[$this->language][TermForm::fold($word)])) {
                // German joins its words as they are: lampen schirm, lampenschirm.
                $bound[] = $this->language === 'de' ? $word : $form;
            }
        }
        // A material describes where it stands before all other nouns or after them: glass lamp shade, lamp shade
        // glass.
        if (count($bound) > 2) {
            foreach ([0, count($bound) - 1] as $at) {
                if (isset($bound[$at]) && count($bound) > 2 && DescribingWords::isMaterial($bound[$at])) {
                    $free[] = $bound[$at];
                    unset($bound[$at]);
                    $bound = array_values($bound);
                }
            }
        } elseif (
            count($bound) === 2 &&
            DescribingWords::isMaterial($bound[1]) &&
            DescribingWords::isPureMaterial($bound[1])
        ) {
            // Of these nobody makes a thing by that name: a lamp of brass, never brass of a lamp.
            $bound = [$bound[1], $bound[0]];
        }
        $free = array_unique($free);
        sort($free);

        $joined = implode('', $bound);

        return implode(' ', $free).'|'.($this->language === 'de' ? Inflection::form($joined, 'de') : $joined);
    }

    /**
     * @param  list<string>  $words
     * @return list<string> makers of several words as one, each marked
     */
    private function makersJoined(array $words): array
    {
        if ($this->makers === []) {
            return $words;
        }
        $joined = [];
        $count = count($words);
        for ($i = 0; $i < $count; $i++) {
            for ($many = min(4, $count - $i); $many >= 1; $many--) {
                $name = implode(' ', array_map(TermForm::fold(...), array_slice($words, $i, $many)));
                if (isset($this->makers[$name])) {
                    $joined[] = "\x02$name";
                    $i += $many - 1;

                    continue 2;
                }
            }
            $joined[] = $words[$i];
        }

        return $joined;
    }

    /**
     * "lamp for the bedroom" as "bedroom lamp".
     *
     * @param  list<string>  $words
     * @return list<string>
     */
    private function forTurned(array $words): array
    {
        $for = self::FOR[$this->language] ?? [];
        foreach ($words as $at => $word) {
            if ($at > 0 && $at < count($words) - 1 && isset($for[TermForm::fold($word)])) {
                return [...array_slice($words, $at + 1), ...array_slice($words, 0, $at)];
            }
        }

        return $words;
    }
}
