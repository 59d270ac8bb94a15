<?php

declare(strict_types=1);

namespace Orchard\Core\Markets;

use DateTimeZone;
use Locale;
use NumberFormatter;

/** What is usual in a country (ISO 3166-1): currency and names from CLDR, time zones from the IANA database. */
final readonly class Country
{
    /** Where most people of a country of several time zones live. */
    private const MAIN_ZONES = [
        'AU' => 'Australia/Sydney',
        'BR' => 'America/Sao_Paulo',
        'CA' => 'America/Toronto',
        'CL' => 'America/Santiago',
        'CN' => 'Asia/Shanghai',
        'DE' => 'Europe/Berlin',
        'ES' => 'Europe/Madrid',
        'ID' => 'Asia/Jakarta',
        'KZ' => 'Asia/Almaty',
        'MX' => 'America/Mexico_City',
        'MY' => 'Asia/Kuala_Lumpur',
        'PT' => 'Europe/Lisbon',
        'RU' => 'Europe/Moscow',
        'UA' => 'Europe/Kyiv',
        'US' => 'America/New_York',
    ];

    /** Top-level domains that are no country's code, or are sold as words. */
    private const NO_COUNTRIES = [
        'eu', 'io', 'co', 'ai', 'tv', 'me', 'cc', 'ws', 'fm', 'am', 'ly', 'gg', 'sh', 'to', 'la', 'vc',
    ];

    private function __construct(public string $code)
    {
    }

    /** @param  string  $code  two letters; UK counts as GB. Null where it is no country. */
    public static function of(string $code): ?self
    {
        $code = strtoupper(trim($code));
        $code = $code === 'UK' ? 'GB' : $code;
        if (preg_match('/^[A-Z]{2}$/', $code) !== 1 || in_array($code, ['ZZ', 'EU', 'UN', 'XA', 'XB', 'EZ'], true)) {
            return null;
        }
        $name = Locale::getDisplayRegion("und_$code", 'en');

        return $name === '' || $name === false || $name === $code || $name === 'Unknown Region'
            ? null
            : new self($code);
    }

    /** By the last label of a host name, where that is a country's. */
    public static function ofHost(string $host): ?self
    {
        $last = strtolower((string) substr((string) strrchr($host, '.'), 1));

        return in_array($last, self::NO_COUNTRIES, true) ? null : self::of($last);
    }

    public function name(): string
    {
        return (string) Locale::getDisplayRegion("und_{$this->code}", 'en');
    }

    /** ISO 4217; null where none is known. */
    public function currency(): ?string
    {
        $code = (new NumberFormatter("und_{$this->code}", NumberFormatter::CURRENCY))->getTextAttribute(
            NumberFormatter::CURRENCY_CODE,
        );

        return is_string($code) && preg_match('/^[A-Z]{3}$/', $code) === 1 && $code !== 'XXX' ? $code : null;
    }

    /** The zone in which most of its people live; null where none is known. */
    public function timeZone(): ?string
    {
        return self::MAIN_ZONES[$this->code] ??
            (DateTimeZone::listIdentifiers(DateTimeZone::PER_COUNTRY, $this->code)[0] ?? null);
    }
}
