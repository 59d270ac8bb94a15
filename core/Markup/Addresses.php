<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

use Orchard\Core\Url\PageUrl;

/** Addresses as a page writes them, resolved against its own and its base element (HTML Standard, section 4.2.3). */
final class Addresses
{
    private PageUrl $base;

    private bool $hasBase = false;

    /** @var array<string, ?string> by address as it is written */
    private array $resolved = [];

    public function __construct(public readonly PageUrl $page)
    {
        $this->base = $page;
    }

    /** The first base element with an address counts. */
    public function base(?string $href): void
    {
        if ($href !== null && ! $this->hasBase) {
            $this->hasBase = true;
            $this->base = $this->page->resolve($href) ?? $this->page;
            $this->resolved = [];
        }
    }

    public function hasBase(): bool
    {
        return $this->hasBase;
    }

    public function current(): PageUrl
    {
        return $this->base;
    }

    /** Null where it is no web address. */
    public function resolve(string $href): ?string
    {
        if (! array_key_exists($href, $this->resolved)) {
            $this->resolved[$href] = $this->base->resolve($href)?->text();
        }

        return $this->resolved[$href];
    }
}
