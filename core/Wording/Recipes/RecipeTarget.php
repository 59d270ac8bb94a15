<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Recipes;

use NumberFormatter;
use Orchard\Core\Tabular\NumberForm;
use Orchard\Core\Text\Slot;
use Orchard\Core\Wording\Bulk\Letters;
use Orchard\Core\Wording\Bulk\PageText;

/** Where a recipe's text goes: its room, what the theme adds, and how the market writes letters, numbers and money. */
final readonly class RecipeTarget
{
    /**
     * @param  string  $suffix  what the theme adds by itself; it takes room, too
     * @param  string  $language  two letters of ISO 639-1, such as "en"
     * @param  string  $country  two letters of ISO 3166-1; empty where none is known
     * @param  string  $currency  three letters of ISO 4217, for prices whose page names none
     * @param  bool  $saysOnce  whether a fact that stands in the text already is left out, as in titles
     */
    public function __construct(
        public Slot $slot,
        public string $suffix = '',
        public string $language = 'en',
        public string $country = '',
        public string $currency = 'EUR',
        public bool $saysOnce = false,
    ) {
    }

    public function style(FactUse $use, string $value, string $currency): string
    {
        return match ($use->style) {
            FactStyle::AsIs => $value,
            FactStyle::Small => $this->letters('small', $value),
            FactStyle::Sentence => $this->letters('sentence', $value),
            FactStyle::Title => $this->letters('title', $value),
            FactStyle::Money => $this->money($value, $currency, 2),
            FactStyle::Whole => $this->money($value, $currency, 0),
            FactStyle::Counted => $this->counted($use, $value),
        };
    }

    private function letters(string $how, string $value): string
    {
        return (new Letters($how))->apply(new PageText($value, $this->language, '', '', $this->slot));
    }

    /** What is no number stays as it stands: "on request". */
    private function money(string $value, string $currency, int $digits): string
    {
        $number = self::number($value);
        if ($number === null) {
            return $value;
        }
        $code = preg_match('/^[A-Za-z]{3}$/', $currency) === 1 ? strtoupper($currency) : $this->currency;
        $format = $this->formatter(NumberFormatter::CURRENCY);
        if ($digits === 0 || floor($number) === $number) {
            $format->setAttribute(NumberFormatter::FRACTION_DIGITS, 0);
        }
        // A price is rounded down, so that "under" and "from" stay true of what is charged.
        $format->setAttribute(NumberFormatter::ROUNDING_MODE, NumberFormatter::ROUND_DOWN);
        $written = $format->formatCurrency($digits === 0 ? floor($number) : $number, $code);

        return is_string($written) ? str_replace(["\u{a0}", "\u{202f}"], ' ', $written) : $value;
    }

    private function counted(FactUse $use, string $value): string
    {
        $number = self::number($value);
        if ($number === null || $number <= 0) {
            return '';
        }
        $format = $this->formatter(NumberFormatter::DECIMAL);
        $format->setAttribute(NumberFormatter::MAX_FRACTION_DIGITS, 0);
        $written = $format->format(floor($number));

        return (is_string($written) ? str_replace(["\u{a0}", "\u{202f}"], ' ', $written) : $value).
            ' '.
            (floor($number) === 1.0 ? $use->one : $use->many);
    }

    /** A number as shops write it, 1299.90, 1.299,90 or 49 EUR; null where it is none. */
    private static function number(string $value): ?float
    {
        $number = NumberForm::guess([$value])->parse($value);

        return is_float($number) && abs($number) < 1e12 ? $number : null;
    }

    private function formatter(int $style): NumberFormatter
    {
        $locale = $this->language.($this->country === '' ? '' : "_{$this->country}");

        return new NumberFormatter($locale, $style);
    }
}
