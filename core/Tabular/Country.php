<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

use Locale;
use ResourceBundle;

/** Countries as files write them: two or three letters (ISO 3166-1) or a name in one of several languages (CLDR). */
final class Country
{
    private const LANGUAGES = ['en', 'de', 'fr', 'es', 'it', 'nl', 'pl', 'pt', 'sv', 'da'];

    /** @var ?array<string, string> code by name */
    private ?array $names = null;

    /** Two capital letters; null where no country is meant. */
    public function code(string $cell): ?string
    {
        $cell = trim($cell);
        if (preg_match('/^[A-Za-z]{2,3}$/', $cell) === 1) {
            // ICU turns three letters into two.
            $region = (string) Locale::getRegion('und_'.strtoupper($cell));

            return preg_match('/^[A-Z]{2}$/', $region) === 1 &&
                isset($this->names()[self::plain((string) Locale::getDisplayRegion("-$region", 'en'))])
                ? $region
                : null;
        }

        return $this->names()[self::plain($cell)] ?? null;
    }

    /** @return array<string, string> */
    private function names(): array
    {
        if ($this->names === null) {
            $this->names = [];
            foreach (self::LANGUAGES as $language) {
                $countries = ResourceBundle::create($language, 'ICUDATA-region', false)?->get('Countries');
                foreach ($countries instanceof ResourceBundle ? $countries : [] as $code => $name) {
                    if (
                        is_string($code) &&
                        preg_match('/^[A-Z]{2}$/', $code) === 1 &&
                        is_string($name) &&
                        $code !== 'ZZ'
                    ) {
                        $this->names[self::plain($name)] ??= $code;
                    }
                }
            }
        }

        return $this->names;
    }

    private static function plain(string $name): string
    {
        return (string) preg_replace('/[^\p{L}]+/u', '', mb_strtolower($name));
    }
}
