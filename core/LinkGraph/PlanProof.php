<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/**
 * Proves a plan on the graph that will be: every page ends, in at most one hop of redirect or canonical, at a page that
 * answers 200, may be listed, declares itself (or nothing), and shows the same; no way goes round. A page that stays
 * gone (404, 410) without clicks is no fault.
 */
final class PlanProof
{
    /**
     * @param  array<int, FuturePage>  $pages  by number: those of the plan and all that they lead to
     * @return \Generator<int, string> what is wrong, by page
     */
    public static function faults(array $pages): \Generator
    {
        foreach ($pages as $page) {
            $fault = self::faultOf($page, $pages);
            if ($fault !== null) {
                yield $page->page => $fault;
            }
        }
    }

    /** @param  array<int, FuturePage>  $pages */
    private static function faultOf(FuturePage $page, array $pages): ?string
    {
        $next = $page->redirect ?? ($page->canonical !== $page->page ? $page->canonical : null);
        if ($next === null) {
            return $page->status >= 400 && $page->clicks > 0
                ? "answers {$page->status}, though it has {$page->clicks} clicks"
                : null;
        }
        $end = $pages[$next] ?? null;
        $verb = $page->redirect !== null ? 'redirects to' : 'names';

        return match (true) {
            $end === null => "$verb a page that is not known",
            $next === $page->page => "$verb itself: it goes round",
            $end->redirect === $page->page || $end->canonical === $page->page => "$verb a page that leads back to it",
            $end->redirect !== null => "$verb a page that redirects on",
            $end->status !== 200 => "$verb a page that answers {$end->status}",
            $end->canonical !== null && $end->canonical !== $end->page => "$verb a page that names another",
            ! $end->isListed => "$verb a page that is kept out of search",
            $end->likes !== $page->likes => $page->clicks > 0
                ? "$verb a page that shows something else, with {$page->clicks} clicks"
                : "$verb a page that shows something else",
            default => null,
        };
    }
}
