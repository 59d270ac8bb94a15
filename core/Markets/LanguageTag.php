<?php

declare(strict_types=1);

namespace Orchard\Core\Markets;

use Locale;

/** A language tag (BCP 47) as pages give it: language, and the country it speaks for where one is named. */
final readonly class LanguageTag
{
    private function __construct(public string $language, public ?Country $country)
    {
    }

    /** Null where it is none, such as "x-default"; "de_AT" is taken as "de-AT" is meant. */
    public static function of(string $tag): ?self
    {
        $tag = str_replace('_', '-', trim($tag));
        if (preg_match('/^([a-z]{2,3})((?:-[a-z0-9]{2,8})*)$/i', $tag, $found) !== 1) {
            return null;
        }
        $language = strtolower($found[1]);
        $name = Locale::getDisplayLanguage($language, 'en');
        if ($name === '' || $name === false || strtolower($name) === $language) {
            return null;
        }
        $country = null;
        foreach (explode('-', $found[2]) as $part) {
            $country ??= strlen($part) === 2 ? Country::of($part) : null;
            // A script (Hant) stands in front of the region and belongs to the language.
            if (strlen($part) === 4 && ctype_alpha($part) && $country === null) {
                $language .= '-'.ucfirst(strtolower($part));
            }
        }

        return new self($language, $country);
    }

    public function text(): string
    {
        return $this->language.($this->country === null ? '' : "-{$this->country->code}");
    }

    public function name(): string
    {
        return (string) Locale::getDisplayName($this->language, 'en');
    }
}
