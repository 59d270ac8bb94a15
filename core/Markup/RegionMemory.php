<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/**
 * Remembers what navigation, headers and footers say, by their bytes, so that those that a site repeats on every page
 * are read once. For the pages of one host; holds the newest few hundred.
 */
final class RegionMemory
{
    private const MOST = 500;

    /** @var array<string, RegionFacts|false> by digest; false where a region is no piece of its own */
    private array $known = [];

    /**
     * The region's digest, where it may be remembered at all: none of its links may depend on the page that it stands
     * on.
     */
    public static function keyOf(Region $region, string $bytes): string
    {
        return $region->value.hash('xxh128', $bytes, true);
    }

    /**
     * Whether a region reads the same wherever it stands: none in it of its own kind, no address of the page's folder.
     */
    public static function isPiece(string $name, string $bytes): bool
    {
        return stripos($bytes, "<$name") === false &&
            preg_match(
                '~<(?:a|area|img)\b[^>]*?[\s\-](?:href|src)\s*=\s*(?!["\']?(?:/|https?:|data:|mailto:|tel:))~i',
                $bytes,
            ) !== 1;
    }

    public function find(string $key): RegionFacts|false|null
    {
        return $this->known[$key] ?? null;
    }

    public function keep(string $key, RegionFacts|false $facts): void
    {
        if (count($this->known) >= self::MOST) {
            $this->known = [];
        }
        $this->known[$key] = $facts;
    }
}
