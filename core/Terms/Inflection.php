<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/**
 * The form under which singular and plural of a word meet, for English, German, French and Spanish; other languages
 * keep their words as they are.
 *
 * Light stemming by suffix (Savoy 2006, "Light stemming approaches for the French, Portuguese, German and Hungarian
 * languages"), held back where an ending makes another word: "Leuchter" is no plural of "Leuchte", "glasses" are not
 * many of "glass". Forms are for comparison, not for reading.
 */
final class Inflection
{
    public const LANGUAGES = ['en', 'de', 'fr', 'es'];

    /** Plurals that no rule makes. */
    private const IRREGULAR = [
        'men' => 'man',
        'women' => 'woman',
        'womens' => 'woman',
        'mens' => 'man',
        'children' => 'child',
        'childrens' => 'child',
        'feet' => 'foot',
        'teeth' => 'tooth',
        'mice' => 'mouse',
        'geese' => 'goose',
        'knives' => 'knife',
        'wives' => 'wife',
        'lives' => 'life',
        'loaves' => 'loaf',
        'leaves' => 'leaf',
        'shelves' => 'shelf',
        'halves' => 'half',
        'scarves' => 'scarf',
        'wolves' => 'wolf',
        'calves' => 'calf',
        'movies' => 'movie',
        'cookies' => 'cookie',
        'hoodies' => 'hoodie',
        'pies' => 'pie',
        'ties' => 'tie',
        'beanies' => 'beanie',
        'dice' => 'die',
        'lenses' => 'lens',
        'shoes' => 'shoe',
        'toes' => 'toe',
        'canoes' => 'canoe',
        'vases' => 'vase',
        'bases' => 'base',
        'cases' => 'case',
        'buses' => 'bus',
        'gases' => 'gas',
        'canvases' => 'canvas',
        'atlases' => 'atlas',
        'irises' => 'iris',
        'axes' => 'axe',
    ];

    /** Words that look like plurals and are none, or mean another thing than their singular. */
    private const AS_IT_IS = [
        'glasses', 'brass', 'glass', 'gas', 'bus', 'lens', 'canvas', 'atlas', 'christmas', 'iris', 'chassis', 'series',
        'species', 'news', 'this', 'always', 'plus', 'bass', 'goods', 'arms', 'customs', 'oasis', 'basis', 'axis',
        'analysis', 'tennis', 'swiss', 'cross', 'dress', 'grass', 'moss', 'less', 'mattress', 'express', 'does', 'has',
        'was', 'is', 'his', 'yes', 'us', 'its', 'as', 'chaos', 'cosmos', 'asbestos', 'thermos', 'diabetes',
        'spectacles', 'works', 'sus',
    ];

    /** German neuter nouns whose plural ends in -er without a change of vowel. */
    private const GERMAN_ER = [
        'kind', 'bild', 'kleid', 'licht', 'schild', 'brett', 'feld', 'lied', 'nest', 'ei', 'geld', 'spiegelbild',
    ];

    /** German adjectives of products, whose endings follow their noun. */
    private const GERMAN_ADJECTIVE =
        '/^(schwarz|weiss|rot|blau|grun|gelb|grau|braun|bunt|beige|gross|klein|lang|'.
        'kurz|hoch|hoh|breit|schmal|rund|eckig|oval|flach|modern|antik|rustikal|industriell|skandinavisch|'.
        'dimmbar|verstellbar|schwenkbar|drehbar|hell|dunkel|dunkl|golden|silbern|kupfern|holzern|glasern|matt|'.
        'glanzend|leicht|schwer|dick|dunn|warm|kalt|weich|hart|neu|alt|gunstig|billig|gebraucht|wasserdicht|'.
        'faltbar|klappbar|tragbar|kabellos|elegant|klassisch|einfach|echt|gut|best|schon|handgemacht|nachhaltig|'.
        'indirekt)(e|er|es|en|em)$/';

    /** @param  string  $word  in lower case */
    public static function form(string $word, string $language): string
    {
        if (preg_match('/\d/', $word) === 1) {
            return $word;
        }

        return match ($language) {
            'en' => self::english($word),
            'de' => self::german($word),
            'fr' => self::french(TermForm::fold($word)),
            'es' => self::spanish(TermForm::fold($word, tilde: true)),
            default => $word,
        };
    }

    /** Whether a word is written as a plural. */
    public static function isPlural(string $word, string $language): bool
    {
        $form = self::form($word, $language);

        return match ($language) {
            'en' => $form !== self::withoutApostrophe($word) && ! str_contains($word, "'"),
            'de' => ($form !== self::germanFold($word) && preg_match('/(en|er|s)$/', $word) === 1) ||
                ($form !== $word && preg_match('/[äöü]/u', $word) === 1 && preg_match('/(e|er)$/', $word) === 1),
            'fr', 'es' => $form !== TermForm::fold($word, tilde: $language === 'es'),
            default => false,
        };
    }

    private static function withoutApostrophe(string $word): string
    {
        return TermForm::fold((string) preg_replace("/'s?$|'(?=s$)/", '', $word));
    }

    private static function english(string $word): string
    {
        $word = self::withoutApostrophe($word);
        if (isset(self::IRREGULAR[$word])) {
            return self::IRREGULAR[$word];
        }
        if (
            strlen($word) < 4 ||
            ! str_ends_with($word, 's') ||
            in_array($word, self::AS_IT_IS, true) ||
            str_ends_with($word, 'glasses')
        ) {
            return $word;
        }

        return match (true) {
            preg_match('/(ss|us|is)$/', $word) === 1 => $word,
            str_ends_with($word, 'ies') => substr($word, 0, -3).'y',
            preg_match('/(ss|x|ch|sh|zz|tto|ato)es$/', $word) === 1 => substr($word, 0, -2),
            default => substr($word, 0, -1),
        };
    }

    private static function germanFold(string $word): string
    {
        return TermForm::fold((string) preg_replace(['/ae/', '/oe/', '/(?<![aeq])ue/'], ['a', 'o', 'u'], $word));
    }

    private static function german(string $word): string
    {
        $plain = self::germanFold($word);
        if (preg_match(self::GERMAN_ADJECTIVE, $plain, $part) === 1) {
            return $part[1];
        }
        if (strlen($plain) < 4) {
            return $plain;
        }
        if (str_ends_with($plain, 'er')) {
            $stem = substr($plain, 0, -2);
            $umlaut = preg_match('/(äu|aeu|ä|ö|ü|ae|oe|ue)[^aeiouäöü]*er$/u', $word) === 1;
            foreach (self::GERMAN_ER as $noun) {
                if (str_ends_with($stem, $noun)) {
                    return $stem;
                }
            }

            // Gläser, Häuser, Räder: a plural has its vowel changed, and a stem of one syllable or a compound of such.
            return $umlaut &&
                preg_match(
                    '/(glas|haus|rad|tuch|holz|blatt|fass|schloss|land|buch|band|dach|mann|horn|korn|wald|rand)$/',
                    $stem,
                ) === 1
                ? $stem
                : $plain;
        }
        if (str_ends_with($plain, 'innen')) {
            return substr($plain, 0, -3);
        }
        if (
            preg_match('/(ten|den|gen|len|ben|nen|ren|men|sen|hen|fen|pen|zen|ken|gen)$/', $plain) === 1 ||
            str_ends_with($plain, 'ien')
        ) {
            return rtrim(substr($plain, 0, -2), 'e');
        }
        if (preg_match('/(eln|ern)$/', $plain) === 1) {
            return substr($plain, 0, -1);
        }
        if (
            (preg_match('/[aiouy]s$/', $plain) === 1 && preg_match('/(haus|us|as|is)$/', $plain) !== 1) ||
            preg_match('/(os|sofas|lampas|kameras|extras)$/', $plain) === 1
        ) {
            return substr($plain, 0, -1);
        }
        if (
            preg_match('/(spot|shirt|strip|set|loft|team|clip|mug|shop|kissenset|poster|teller|led)s$/', $plain) === 1
        ) {
            return substr($plain, 0, -1);
        }

        return str_ends_with($plain, 'e') && strlen($plain) > 4 ? substr($plain, 0, -1) : $plain;
    }

    private static function french(string $word): string
    {
        if (
            strlen($word) < 4 ||
            in_array(
                $word,
                [
                    'bas', 'gaz', 'bois', 'bras', 'tapis', 'verres', 'jus', 'os', 'sous', 'dans', 'plus', 'moins',
                    'tres', 'prix', 'choix', 'noix', 'croix', 'voix', 'deux', 'anglais', 'francais', 'chassis',
                    'velours', 'cours', 'sans', 'radis', 'avis', 'mais',
                ],
                true,
            )
        ) {
            return $word === 'verres' ? 'verre' : $word;
        }

        return match (true) {
            str_ends_with($word, 'eaux') => substr($word, 0, -1),
            preg_match(
                '/^(journ|anim|cheval|mur|norm|specia|loc|ov|orient|roy|verticau|horizont|artisan|industri)aux$/',
                $word,
            ) === 1 => substr($word, 0, -3).'al',
            preg_match('/(oux|eux|aux)$/', $word) === 1 => substr($word, 0, -1),
            str_ends_with($word, 's') && ! str_ends_with($word, 'ss') => substr($word, 0, -1),
            default => $word,
        };
    }

    private static function spanish(string $word): string
    {
        if (strlen($word) < 4 || ! str_ends_with($word, 's')) {
            return $word;
        }

        return match (true) {
            in_array(
                $word,
                [
                    'gas', 'mas', 'tras', 'dos', 'tres', 'seis', 'menos', 'lunes', 'gratis', 'crisis', 'oasis',
                    'ingles', 'frances', 'paraguas', 'sacacorchos',
                ],
                true,
            ) => $word,
            str_ends_with($word, 'ces') => substr($word, 0, -3).'z',
            preg_match('/(al|el|il|ol|ul|or|ar|er|in|on|an|en|ed|ad|ud|oj)es$/', $word) === 1 => substr($word, 0, -2),
            default => substr($word, 0, -1),
        };
    }
}
