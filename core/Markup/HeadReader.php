<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

use Closure;
use Orchard\Core\Robots\IndexRules;

/**
 * What a page's head says: description, robots, canonicals, what sends visitors on. The same elements in the body say
 * nothing, and are counted as strays.
 */
final class HeadReader
{
    /** Seconds up to which a page that sends on is a redirect. */
    private const AT_ONCE = 1;

    public ?string $description = null;

    public ?string $refresh = null;

    /** @var list<string> */
    public array $canonicals = [];

    /** @var list<string> types by Open Graph */
    public array $types = [];

    /** @var array<string, int> by what strayed into the body */
    public array $strays = [];

    /** @var list<string> */
    private array $robots = [];

    /** @var list<string> what is said to single crawlers, "name: content" */
    private array $robotsByName = [];

    /** @param  Closure(string): ?string  $resolve  the address that a reference leads to */
    public function __construct(private readonly DetailReader $details, private readonly Closure $resolve)
    {
    }

    /** @return list<string> directives for all crawlers, then those for single ones */
    public function robots(): array
    {
        return [...$this->robots, ...$this->robotsByName];
    }

    /** @param  array<string, string>  $given  of a meta element */
    public function meta(array $given, bool $inBody): void
    {
        $name = strtolower(trim($given['name'] ?? ''));
        $content = $given['content'] ?? '';
        $property = strtolower(trim($given['property'] ?? ''));
        if ($property === 'og:type') {
            $this->types[] = 'og:'.strtolower(trim($content));
        }
        $this->details->meta($property !== '' ? $property : $name, $given, $inBody);
        if (strtolower(trim($given['http-equiv'] ?? '')) === 'refresh') {
            $this->refreshes($content);
        }
        if ($name !== 'description' && $name !== 'robots') {
            if (! $inBody && IndexRules::areDirectives($name, $content)) {
                $this->robotsByName[] = "$name: ".Text::tidy($content);
            }

            return;
        }
        if ($inBody) {
            $this->stray($name);
        } elseif ($name === 'robots') {
            $this->robots[] = Text::tidy($content);
        } else {
            $this->description ??= Text::tidy($content);
        }
    }

    /** Visitors who are sent on at once are redirected (HTML Standard, section 4.2.5.3: seconds, then the address). */
    private function refreshes(string $content): void
    {
        if (
            $this->refresh === null &&
            preg_match('~^\s*(\d*)(?:\.\d*)?\s*[;,\s]\s*(?:url\s*=\s*)?["\']?([^"\']+)~i', $content, $found) === 1 &&
            (int) $found[1] <= self::AT_ONCE
        ) {
            $this->refresh = ($this->resolve)(trim($found[2]));
        }
    }

    /** @param  array<string, string>  $given  of a link element */
    public function link(array $given, bool $inBody): void
    {
        // An empty address makes no link (HTML Standard, section 4.2.4).
        if (trim($given['href'] ?? '') === '' || ! isset($given['rel'])) {
            return;
        }
        $rels = preg_split('/[\t\n\f\r ]+/', strtolower(trim($given['rel']))) ?: [];
        $target =
            array_intersect($rels, ['canonical', 'alternate', 'next', 'prev']) === []
                ? null
                : ($this->resolve)($given['href']) ?? trim($given['href']);
        if ($target === null) {
            return;
        }
        foreach (['next', 'prev'] as $way) {
            if (in_array($way, $rels, true)) {
                $this->details->paging($way, $target);
            }
        }
        if (in_array('alternate', $rels, true) && isset($given['hreflang'])) {
            $inBody ? $this->stray('hreflang') : $this->details->hreflang(trim($given['hreflang']), $target);
        }
        if (in_array('canonical', $rels, true)) {
            $this->details->canonical($inBody ? 'body' : 'tag', $target, trim($given['href']));
            if ($inBody) {
                $this->stray('canonical');
            } else {
                $this->canonicals[] = $target;
            }
        }
    }

    private function stray(string $what): void
    {
        $this->strays[$what] = ($this->strays[$what] ?? 0) + 1;
    }
}
