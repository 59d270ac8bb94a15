<?php

declare(strict_types=1);

namespace App\Platform\Web;

use DateTimeImmutable;
use DateTimeInterface;
use Illuminate\Support\Carbon;
use IntlDateFormatter;
use IntlDatePatternGenerator;
use NumberFormatter;

/**
 * Numbers, days and moments as the person who looks writes them (CLDR by ICU): by the account's choice, else by what
 * the browser asks for. One form of a day and one of a moment everywhere. What goes into files, commands and the API is
 * never written by this.
 */
final class Forms
{
    /** Locales that can be chosen; others are taken where a browser asks for them. */
    public const LOCALES = [
        'en-GB', 'en-US', 'de-DE', 'de-CH', 'fr-FR', 'nl-NL', 'es-ES', 'it-IT', 'pt-PT', 'pl-PL', 'sv-SE', 'da-DK',
        'fi-FI', 'cs-CZ', 'ja-JP',
    ];

    private const USUAL = 'en-GB';

    /** @var array<int, NumberFormatter> by decimals */
    private array $numbers = [];

    private ?IntlDateFormatter $days = null;

    private static ?self $now = null;

    private function __construct(public readonly string $locale)
    {
    }

    public static function in(string $locale): self
    {
        return new self($locale);
    }

    /** Those of the person whose request this is; the usual ones for commands and jobs. */
    public static function now(): self
    {
        return self::$now ??= new self(self::USUAL);
    }

    /**
     * @param  ?string  $own  the person's own choice
     * @param  ?string  $asked  what the browser asks for, as in Accept-Language
     */
    public static function startFor(?string $own, ?string $asked): void
    {
        $locale = $own ?? ($asked === null ? null : str_replace('_', '-', (string) \Locale::acceptFromHttp($asked)));
        self::$now = new self(
            $locale === null || preg_match('/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/', $locale) !== 1 ? self::USUAL : $locale,
        );
    }

    public static function end(): void
    {
        self::$now = null;
    }

    public static function number(int|float $number, int $decimals = 0): string
    {
        $forms = self::now();
        if (! isset($forms->numbers[$decimals])) {
            $forms->numbers[$decimals] = new NumberFormatter($forms->locale, NumberFormatter::DECIMAL);
            $forms->numbers[$decimals]->setAttribute(NumberFormatter::FRACTION_DIGITS, $decimals);
            $forms->numbers[$decimals]->setAttribute(NumberFormatter::ROUNDING_MODE, NumberFormatter::ROUND_HALFUP);
        }

        return (string) $forms->numbers[$decimals]->format($number);
    }

    /** Two significant digits, for estimates of which no more is known; 0 for what is not above it. */
    public static function rough(float $estimate): string
    {
        if ($estimate <= 0) {
            return '0';
        }
        $digits = 1 - (int) floor(log10($estimate));

        return self::number(round($estimate, $digits), max(0, min(2, $digits)));
    }

    /** @param  DateTimeInterface|string|null  $day  a calendar day, yyyy-mm-dd */
    public static function day(DateTimeInterface|string|null $day): string
    {
        if ($day === null || $day === '') {
            return '';
        }

        return (string) self::now()
            ->days()
            ->format(
                is_string($day)
                    ? new DateTimeImmutable(substr($day, 0, 10))
                    : new DateTimeImmutable($day->format('Y-m-d')),
            );
    }

    /** @param  DateTimeInterface|string|null  $moment  in UTC; shown in the time zone, such as the store's */
    public static function moment(DateTimeInterface|string|null $moment, string $timezone = 'UTC'): string
    {
        if ($moment === null || $moment === '') {
            return '';
        }
        $there = Carbon::parse($moment)->setTimezone($timezone);

        return self::day($there).', '.$there->format('H:i');
    }

    /**
     * English has one order, day first with the month in letters, so that no day can be taken for a month; other
     * languages have their own.
     */
    private function days(): IntlDateFormatter
    {
        $pattern = str_starts_with($this->locale, 'en')
            ? 'd MMM y'
            : (string) (new IntlDatePatternGenerator($this->locale))->getBestPattern('yMMMd');

        return $this->days ??= new IntlDateFormatter(
            $this->locale,
            IntlDateFormatter::NONE,
            IntlDateFormatter::NONE,
            'UTC',
            null,
            $pattern,
        );
    }
}
