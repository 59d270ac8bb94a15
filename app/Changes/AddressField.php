<?php

declare(strict_types=1);

namespace App\Changes;

/**
 * What can be set for one address in the shop, beside the texts of its resource. Its numbers are none of TextField's,
 * for what a page shows is told of both in one list.
 */
enum AddressField: int
{
    case Canonical = 11;
    case Robots = 12;
    case Redirect = 13;

    /** The last part of a resource's address; changing it moves the page, and the shop redirects the old one. */
    case Slug = 14;

    /** A JSON-LD block of the page; '' for none of ours. */
    case StructuredData = 15;

    /** Links that stand on the page beside those of its text: a JSON list of url and text; '' for none. */
    case RelatedLinks = 17;

    /** The whole robots.txt; it goes with the home page. */
    case RobotsFile = 18;

    /** Alt texts of a page's images but its main one: a JSON list of image and alt; '' for none of ours. */
    case ImageAlts = 19;

    /** The last number of those that decide under which address a page is found. */
    public const LAST_DECISIVE = 14;

    public function key(): string
    {
        return strtolower((string) preg_replace('/(?<=[a-z])(?=[A-Z])/', '_', $this->name));
    }

    public function label(): string
    {
        return match ($this) {
            self::StructuredData => 'Structured data',
            self::RelatedLinks => 'Related links',
            self::ImageAlts => 'Further alts',
            self::RobotsFile => 'robots.txt',
            default => $this->name,
        };
    }

    /** As it stands behind a number of them. */
    public function plural(int $count): string
    {
        return match ($this) {
            self::Robots, self::StructuredData, self::RobotsFile => lcfirst($this->label()),
            self::RelatedLinks => $count === 1 ? 'list of related links' : 'lists of related links',
            self::ImageAlts => $count === 1 ? 'list of further alts' : 'lists of further alts',
            default => $count === 1 ? $this->key() : $this->key().'s',
        };
    }

    /** Whether it decides under which address a page is found; the others add to what stands on it. */
    public function decidesAddress(): bool
    {
        return $this->value <= self::LAST_DECISIVE;
    }

    /** What holds where nothing is set. */
    public function none(): string
    {
        return $this->decidesAddress() ? 'set by the theme' : 'nothing of ours';
    }

    /** A value in few words: long ones are told by what is in them. */
    public function brief(string $value): string
    {
        if ($value === '' || $this->decidesAddress()) {
            return $value === '' ? $this->none() : $value;
        }
        if ($this === self::RobotsFile) {
            $lines = count(preg_split('/\R/', trim($value)) ?: []);

            return $lines === 1 ? '1 line' : "$lines lines";
        }
        $data = json_decode($value, true);
        $data = is_array($data) ? $data : [];
        if ($this === self::RelatedLinks) {
            $words = array_filter(array_column($data, 'text'), is_string(...));

            return count($words).(count($words) === 1 ? ' link: ' : ' links: ').implode(', ', $words);
        }
        if ($this === self::ImageAlts) {
            $words = array_filter(array_column($data, 'alt'), is_string(...));

            return count($words).(count($words) === 1 ? ' alt: ' : ' alts: ').implode('; ', $words);
        }
        $type = is_string($data['@type'] ?? null) ? $data['@type'] : 'JSON-LD';

        $name = $data['name'] ?? ($data['headline'] ?? null);

        return $type.(is_string($name) ? ": $name" : '');
    }

    public static function fromKey(string $key): ?self
    {
        foreach (self::cases() as $case) {
            if ($case->key() === $key) {
                return $case;
            }
        }

        return null;
    }

    /** @return list<int> those that decide the address */
    public static function decisive(): array
    {
        return array_values(
            array_map(
                static fn (self $field): int => $field->value,
                array_filter(self::cases(), static fn (self $field): bool => $field->decidesAddress()),
            ),
        );
    }
}
