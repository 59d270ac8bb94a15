<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

use Orchard\Core\Text\Encoding;

/**
 * Recognises the charset of a text that does not name it, by its letters: bytes that are no UTF-8 are read in each
 * charset that is usual for a language, and the reading whose letters are most those of the language is taken.
 * Languages that the reader is known to deal in come first. What several charsets read alike is no doubt; where two
 * that read differently are near, the guess is unsure.
 */
final readonly class CharsetGuess
{
    /** A reading must be better than the next different one by this much (0 to 1) to count as sure. */
    private const CLEAR = 0.15;

    /** What speaks for a language that the store deals in. */
    private const OWN_LANGUAGE = 0.25;

    /** Signs that stand in texts of any language. */
    private const COMMON = '€–—„“”‚‘’«»‹›°©®™½¼¾×·…§²³µ¹№•';

    /** Letters beyond ASCII, in lower case, and charsets, the most usual first. */
    private const LANGUAGES = [
        'en' => ['éèüöäñç', ['windows-1252', 'macintosh']],
        'de' => ['äöüß', ['windows-1252', 'macintosh']],
        'fr' => ['àâæçéèêëîïôœùûüÿ', ['windows-1252', 'macintosh']],
        'es' => ['áéíñóúü¡¿', ['windows-1252', 'macintosh']],
        'it' => ['àèéìíîòóùú', ['windows-1252', 'macintosh']],
        'pt' => ['ãõáéíóúâêôàç', ['windows-1252', 'macintosh']],
        'nl' => ['ëïéèöüáóê', ['windows-1252', 'macintosh']],
        'sv' => ['åäöé', ['windows-1252', 'macintosh']],
        'da' => ['æøåé', ['windows-1252', 'macintosh']],
        'pl' => ['ąćęłńóśźż', ['windows-1250', 'iso-8859-2']],
        'cs' => ['áčďéěíňóřšťúůýžäôľĺŕ', ['windows-1250', 'iso-8859-2']],
        'hu' => ['áéíóöőúüű', ['windows-1250', 'iso-8859-2']],
        'ro' => ['ăâîşţșț', ['windows-1250', 'iso-8859-16', 'iso-8859-2']],
        'hr' => ['čćđšž', ['windows-1250', 'iso-8859-2']],
        'ru' => [
            'абвгдежзийклмнопрстуфхцчшщъыьэюяё',
            ['windows-1251', 'koi8-r', 'ibm866', 'iso-8859-5', 'x-mac-cyrillic'],
        ],
        'uk' => ['абвгдежзийклмнопрстуфхцчшщьюяєіїґ', ['windows-1251', 'koi8-u']],
        'el' => ['αβγδεζηθικλμνξοπρστυφχψωςάέήίόύώϊϋ', ['windows-1253', 'iso-8859-7']],
        'tr' => ['çğıİöşü', ['windows-1254']],
        'he' => ['אבגדהוזחטיךכלםמןנסעףפץצקרשת', ['windows-1255', 'iso-8859-8']],
        'ar' => ['ءآأؤإئابةتثجحخدذرزسشصضطظعغفقكلمنهوىيپچژگ', ['windows-1256', 'iso-8859-6']],
        'lt' => ['ąčęėįšųūž', ['windows-1257', 'iso-8859-13']],
        'lv' => ['āčēģīķļņšūž', ['windows-1257', 'iso-8859-13']],
        'et' => ['äõöüšž', ['windows-1257', 'windows-1252']],
        'vi' => ['ăâđêôơưàáãèéêìíòóôõùúý'."\u{300}\u{301}\u{303}\u{309}\u{323}", ['windows-1258']],
        'th' => ['', ['windows-874']],
        'ja' => ['', ['shift_jis', 'euc-jp']],
        'zh' => ['', ['gbk', 'big5']],
        'ko' => ['', ['euc-kr']],
    ];

    /** Languages that are written with the letters of another one above. */
    private const AS = [
        'sk' => 'cs',
        'sl' => 'hr',
        'sr' => 'ru',
        'bg' => 'ru',
        'nb' => 'da',
        'no' => 'da',
        'fi' => 'sv',
        'ca' => 'fr',
        'fa' => 'ar',
    ];

    private function __construct(public Encoding $encoding, public bool $isSure)
    {
    }

    /**
     * @param  string  $bytes  that are no UTF-8
     * @param  list<string>  $languages  that the reader deals in, as BCP 47 tags
     */
    public static function of(string $bytes, array $languages = []): self
    {
        $own = array_map(
            static fn (string $tag): string => self::AS[substr(strtolower($tag), 0, 2)] ??
                substr(strtolower($tag), 0, 2),
            $languages,
        );
        /** @var array<string, float> $scores */
        $scores = [];
        /** @var array<string, string> $texts */
        $texts = [];
        foreach (self::LANGUAGES as $language => [$letters, $names]) {
            foreach ($names as $order => $name) {
                $texts[$name] ??= Encoding::labelled($name)?->decode($bytes) ?? '';
                $score =
                    $letters === ''
                        ? self::script($texts[$name], $bytes, $name)
                        : self::alphabet($texts[$name], $letters);
                $score += (in_array($language, $own, true) ? self::OWN_LANGUAGE : 0.0) - 0.001 * $order;
                $scores[$name] = max($scores[$name] ?? -INF, $score);
            }
        }
        arsort($scores);
        $best = (string) array_key_first($scores);
        $isSure = true;
        foreach ($scores as $name => $score) {
            $isSure = $isSure && ($score < max($scores) - self::CLEAR || $texts[$name] === ($texts[$best] ?? ''));
        }

        return new self(Encoding::labelled($best) ?? throw new \LogicException("$best is an encoding."), $isSure);
    }

    /**
     * Share of the signs beyond ASCII that the language writes; what means nothing, or changes case or script in
     * mid-word, counts against it.
     */
    private static function alphabet(string $text, string $letters): float
    {
        preg_match_all('/[^\x00-\x7F]/u', $text, $found);
        $count = count($found[0]);
        if ($count === 0) {
            return 0.0;
        }
        // Small letters are more usual: some charsets read others with small and capital letters exchanged.
        $known =
            array_fill_keys(mb_str_split($letters), 1.0) +
            array_fill_keys(mb_str_split(mb_strtoupper($letters)), 0.8) +
            array_fill_keys(mb_str_split(self::COMMON), 0.7);
        $sum = 0.0;
        foreach (array_count_values($found[0]) as $sign => $times) {
            $isNothing = preg_match('/^[\x{80}-\x{9F}\x{E000}-\x{F8FF}\x{FFFD}]$/u', (string) $sign) === 1;
            $sum += $times * ($known[$sign] ?? ($isNothing ? -2.0 : -0.3));
        }

        // No word is written in two scripts: "GrцЯe" is German that was read as Russian.
        $mixed = preg_match_all('/[A-Za-z](?!\p{Latin})\p{L}|(?!\p{Latin})\p{L}[A-Za-z]/u', $text);

        return ($sum - $mixed - preg_match_all('/\p{Ll}\p{Lu}/u', $text)) / $count;
    }

    /**
     * The same for scripts of many letters: share of the bytes beyond ASCII that are in the usual rows of the charset.
     */
    private static function script(string $text, string $bytes, string $name): float
    {
        $high = preg_match_all('/[\x80-\xFF]/', $bytes);
        $usual = match ($name) {
            'windows-874' => (float) preg_match_all('/\p{Thai}/u', $text),
            // Kana, which no Japanese text is without.
            'shift_jis' => 2.0 * preg_match_all('/[\x{3041}-\x{30FC}]/u', $text) > 0.2 * $high
                ? 2.0 * preg_match_all('/[\x{3001}-\x{30FC}\p{Han}]/u', $text)
                : 0.0,
            'euc-jp' => 2.0 * preg_match_all('/[\xA4\xA5][\xA1-\xF6]/', $bytes) > 0.2 * $high
                ? 2.0 * preg_match_all('/[\x{3001}-\x{30FC}\p{Han}]/u', $text)
                : 0.0,
            'gbk' => 2.0 * preg_match_all('/[\xA3\xB0-\xD7][\xA1-\xFE]/', $bytes),
            'big5' => 2.0 * preg_match_all('/[\xA4-\xC6][\x40-\x7E\xA1-\xFE]/', $bytes),
            'euc-kr' => 2.0 * preg_match_all('/[\xB0-\xC8][\xA1-\xFE]/', $bytes),
            default => 0.0,
        };
        // The trail bytes of some charsets are ASCII: then there are fewer bytes beyond it than the pairs have.
        $share = min(1.0, $usual / max(1, $high));

        return $share - (2.0 * substr_count($text, "\u{FFFD}")) / max(1, $high);
    }
}
