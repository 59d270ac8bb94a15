<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

/** How a file writes numbers: which mark parts the decimals; the other one, spaces and apostrophes part thousands. */
final readonly class NumberForm
{
    /** Ways to say that there is no number. */
    private const NOTHING = [
        '' => 1,
        '-' => 1,
        '–' => 1,
        '—' => 1,
        'n/a' => 1,
        'na' => 1,
        'null' => 1,
        '(not set)' => 1,
        '(none)' => 1,
    ];

    /** @param  string  $decimal  "." or "," */
    public function __construct(public string $decimal = '.')
    {
    }

    /**
     * Takes off signs of currency and a percent sign; "12 %" is 12.
     *
     * @return float|null|false null where the cell says that there is none, false where it is no number
     */
    public function parse(string $cell): float|null|false
    {
        if ($cell !== '' && ctype_digit($cell) && strlen($cell) < 16) {
            return (float) $cell;
        }
        $cell = trim($cell);
        if (isset(self::NOTHING[strtolower($cell)])) {
            return null;
        }
        $bare = (string) preg_replace('/^\p{Sc}|^[A-Z]{3}(?=[\s\d\-−])|(\p{Sc}|\s[A-Z]{3}|%)$/u', '', $cell);
        $bare = str_replace(
            ['−', ' ', "\u{A0}", "\u{202F}", "\u{2009}", "'", '’'],
            ['-', '', '', '', '', '', ''],
            $bare,
        );
        $thousands = $this->decimal === '.' ? ',' : '.';
        $quoted = preg_quote($thousands, '/');
        if (
            preg_match(
                '/^[+-]?(\d{1,3}('.$quoted.'\d{3})+|\d{1,15})('.preg_quote($this->decimal, '/').'\d*)?$/',
                $bare,
            ) !== 1
        ) {
            return false;
        }

        return (float) str_replace([$thousands, $this->decimal], ['', '.'], $bare);
    }

    /**
     * The form that the most of these cells can only be in; "." where nothing tells.
     *
     * @param  iterable<string>  $cells
     */
    public static function guess(iterable $cells): self
    {
        $votes = ['.' => 0, ',' => 0];
        foreach ($cells as $cell) {
            $bare = (string) preg_replace('/[^\d.,]/u', '', $cell);
            if (
                preg_match('/\d[\d.,]*/', $cell) !== 1 ||
                preg_match('/^[\s\p{Sc}A-Z]*[+\-−]?[\d.,\s\'’\x{A0}\x{202F}]+[\s\p{Sc}A-Z%]*$/u', $cell) !== 1
            ) {
                continue;
            }
            foreach (['.' => ',', ',' => '.'] as $decimal => $thousands) {
                $isWhole = preg_match('/^\d{1,3}('.preg_quote($thousands, '/').'\d{3}){2,}$/', $bare) === 1;
                $isBoth =
                    preg_match(
                        '/^\d{1,3}('.preg_quote($thousands, '/').'\d{3})+'.preg_quote($decimal, '/').'\d+$/',
                        $bare,
                    ) === 1;
                $isDecimal =
                    preg_match(
                        '/^\d+'.
                            preg_quote($decimal, '/').
                            '(\d{1,2}|\d{4,})$|^0'.
                            preg_quote($decimal, '/').
                            '\d+$/',
                        $bare,
                    ) === 1;
                $votes[$decimal] += $isWhole || $isBoth || $isDecimal ? 1 : 0;
            }
        }

        return new self($votes[','] > $votes['.'] ? ',' : '.');
    }
}
