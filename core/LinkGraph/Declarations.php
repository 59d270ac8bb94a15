<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/**
 * What pages declare, followed from one to the next. Pages are numbers; a page that declares itself, or nothing, ends
 * the way.
 */
final readonly class Declarations
{
    private const MOST = 20;

    /** @param  array<int, int>  $targets  by page */
    public function __construct(private array $targets)
    {
    }

    /** Whether the way from a page comes back to itself, or to any page that it passed. */
    public function leadsBack(int $page): bool
    {
        $passed = [$page => true];
        for ($hops = 0; $hops < self::MOST; $hops++) {
            $next = $this->targets[$page] ?? $page;
            if ($next === $page) {
                return false;
            }
            if (isset($passed[$next])) {
                return true;
            }
            $passed[$next] = true;
            $page = $next;
        }

        return true;
    }

    public function namesAnother(int $page): bool
    {
        return ($this->targets[$page] ?? $page) !== $page;
    }
}
