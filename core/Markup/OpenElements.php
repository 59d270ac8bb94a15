<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/**
 * The elements that are open where a page is being read, as far as facts hang on them: its regions, what parts words,
 * the breadcrumbs.
 */
final class OpenElements
{
    public const REGIONS = ['nav' => Region::Navigation, 'header' => Region::Header, 'footer' => Region::Footer];

    public const SECTIONS = ['nav' => 1, 'header' => 1, 'footer' => 1, 'main' => 1, 'article' => 1];

    /** @var array<string, int> open nav, header, footer, main and article elements */
    private array $sections = ['nav' => 0, 'header' => 0, 'footer' => 0, 'main' => 0, 'article' => 0];

    /** @var list<string> open regions that count as the page's, outermost first */
    private array $regions = [];

    /** @var array<string, int> open elements that part words, by name */
    private array $parting = [];

    /** @var ?array{string, int} the element that a class calls breadcrumbs, and how many of its name were open in it */
    private ?array $crumbs = null;

    /** @param  ?string  $region  in which reading begins: nav, header or footer */
    public function __construct(?string $region = null)
    {
        $this->regions = $region === null ? [] : [$region];
    }

    /** Whether the main part of the page is being read. */
    public function isMain(): bool
    {
        return $this->regions === [];
    }

    /** The part of the page that a link here stands in. */
    public function region(): Region
    {
        return $this->regions === [] ? Region::Main : self::REGIONS[$this->regions[0]];
    }

    /** The part of the page that a heading here stands in: breadcrumbs, nav, header, footer; '' for the main one. */
    public function part(): string
    {
        return $this->isInCrumbs() ? 'breadcrumbs' : $this->regions[0] ?? '';
    }

    /** Whether a region that begins here is one of the page's, and not of something in it. */
    public function isOfPage(string $name): bool
    {
        return $name === 'nav' || ($this->sections['main'] === 0 && $this->sections['article'] === 0);
    }

    /** Whether nothing is open any more but the region in which reading began. */
    public function isWhole(string $region): bool
    {
        return $this->regions === [$region] && array_sum($this->sections) === 0 && array_filter($this->parting) === [];
    }

    public function isInTable(): bool
    {
        return ($this->parting['table'] ?? 0) > 0;
    }

    /** An element begins that parts words. */
    public function beginParting(string $name, string $attributes): void
    {
        $this->parting[$name] = ($this->parting[$name] ?? 0) + 1;
        if (stripos($attributes, 'breadcrumb') !== false && ! $this->isInCrumbs()) {
            $this->crumbs = [$name, $this->parting[$name]];
        }
    }

    /** @return bool whether it was open */
    public function endParting(string $name): bool
    {
        if (($this->parting[$name] ?? 0) <= 0) {
            return false;
        }
        $this->parting[$name]--;

        return true;
    }

    /** @param  string  $name  nav, header, footer, main or article */
    public function beginSection(string $name): void
    {
        if (isset(self::REGIONS[$name]) && $this->isOfPage($name)) {
            $this->regions[] = $name;
        }
        $this->sections[$name]++;
    }

    public function endSection(string $name): void
    {
        $this->sections[$name] = max(0, $this->sections[$name] - 1);
        if ($this->regions !== [] && end($this->regions) === $name) {
            array_pop($this->regions);
        }
    }

    private function isInCrumbs(): bool
    {
        return $this->crumbs !== null && ($this->parting[$this->crumbs[0]] ?? 0) >= $this->crumbs[1];
    }
}
