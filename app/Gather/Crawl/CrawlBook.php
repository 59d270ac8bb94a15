<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Inventory\FetchedPage;
use App\Inventory\LinkBook;
use App\Inventory\PageBook;
use App\Inventory\PageLinks;
use App\Stores\Models\Store;
use Closure;
use Orchard\Core\Url\PageUrl;

/** Writes down a batch of outcomes: facts, links, and what they add to the frontier. Called inside a transaction. */
final class CrawlBook
{
    private readonly PageBook $pages;

    private readonly LinkBook $links;

    public function __construct(
        Store $store,
        private readonly PageUrl $base,
        private readonly int $crawl,
        private readonly Frontier $frontier,
    ) {
        $this->pages = new PageBook($store);
        $this->links = new LinkBook($store->id);
    }

    /**
     * @param  list<Outcome>  $batch
     * @param  Closure(): void  $between  called between the statements, so that what runs beside goes on
     */
    public function write(array $batch, Closure $between): void
    {
        $ids = $this->pages->idsOf($this->targets($batch));
        $between();
        $carried = [];
        $found = [];
        $unlinked = [];
        $silent = [];
        $same = [];
        $byState = [];
        $read = [];
        foreach ($batch as $outcome) {
            $page = $outcome->page;
            $byState[$outcome->state->value][] = $page->id;
            if ($outcome->state === FrontierState::CutOff) {
                continue;
            }
            if ($outcome->fetched === null) {
                $same[$page->level + 1][] = $page->id;

                continue;
            }
            $next = $found[$page->level + 1] ?? [];
            $redirect = $this->redirectOf($outcome);
            if ($redirect !== null) {
                $digest = PageUrl::digestOf($redirect);
                $next[$digest] = $ids[$digest];
            }
            if ($outcome->parsed !== null) {
                [$carried[$page->id], $more] = $this->linksOf($outcome, $ids);
                $next += $more;
                $read[] = [$outcome->fetched, $outcome->parsed->details];
            } elseif ($outcome->state === FrontierState::Failed) {
                $silent[] = $page->id;
            } elseif ($page->answer !== null) {
                $unlinked[] = $page->id;
            }
            $found[$page->level + 1] = $next;
        }
        $between();
        $this->links->write($carried, $between);
        $fetched = array_values(array_filter(array_map(static fn (Outcome $outcome) => $outcome->fetched, $batch)));
        $of = static fn (bool $isGone): array => array_values(
            array_map(
                static fn (FetchedPage $one): int => $one->pageId,
                array_filter(
                    $fetched,
                    static fn (FetchedPage $one): bool => $isGone
                        ? in_array($one->status, [404, 410], true)
                        : $one->status === 200,
                ),
            ),
        );
        $this->pages->keepLostTexts($of(true), $of(false));
        $this->pages->writeDetails($read);
        $between();
        $this->links->forget($unlinked);
        $this->pages->forgetDetails($unlinked);
        $this->links->doubt($silent);
        foreach ($found as $level => $pages) {
            $this->frontier->addPages($pages, $level);
        }
        $between();
        foreach ($same as $level => $pages) {
            $this->frontier->addLinkedFrom($pages, $level);
        }
        $this->pages->writeFacts($this->crawl, $fetched);
        $between();
        $this->pages->seen($this->crawl, array_merge(...array_values($same)));
        foreach ($byState as $state => $pages) {
            $this->frontier->mark($pages, FrontierState::from($state));
        }
    }

    /**
     * @param  list<Outcome>  $batch
     * @return array<string, ?string> URL by digest; null where it was told before
     */
    private function targets(array $batch): array
    {
        $urls = [];
        foreach ($batch as $outcome) {
            $redirect = $this->redirectOf($outcome);
            if ($redirect !== null) {
                $urls[PageUrl::digestOf($redirect)] = $redirect;
            }
            if ($outcome->parsed === null) {
                continue;
            }
            foreach ($outcome->parsed->urls as $digest => $url) {
                $urls[(string) $digest] = $url;
            }
            foreach ($outcome->parsed->links as [$digest]) {
                $urls[$digest] ??= null;
            }
            foreach ($outcome->parsed->blocks as [$block, , $links]) {
                foreach ($this->links->knowsBlock($block) ? [] : $links ?? [] as [$digest]) {
                    $urls[$digest] ??= null;
                }
            }
        }

        return $urls;
    }

    private function redirectOf(Outcome $outcome): ?string
    {
        $redirect = $outcome->fetched?->redirectUrl;

        return $redirect !== null && PageUrl::parse($redirect)?->sameHostAs($this->base) === true ? $redirect : null;
    }

    /**
     * @param  array<string, int>  $ids
     * @return array{PageLinks, array<string, int>} the links, and the pages that they and newly met blocks lead to, by
     *     digest
     */
    private function linksOf(Outcome $outcome, array $ids): array
    {
        $rows = [];
        $found = [];
        foreach ($outcome->parsed->links ?? [] as $place => [$digest, $anchor, $rel]) {
            if ($place < 65000) {
                $rows[] = [$ids[$digest], $anchor, $rel];
                $found[$digest] = $ids[$digest];
            }
        }
        $blocks = [];
        foreach ($outcome->parsed->blocks ?? [] as [$block, $region, $links]) {
            if ($links !== null && ! $this->links->knowsBlock($block)) {
                foreach ($links as [$digest]) {
                    $found[$digest] = $ids[$digest];
                }
                $this->links->addBlock(
                    $block,
                    $region,
                    array_map(static fn (array $link): array => [$ids[$link[0]], $link[1], $link[2]], $links),
                );
            }
            $blocks[] = $block;
        }

        return [
            new PageLinks(
                $outcome->answer,
                $outcome->parsed->digest ?? '',
                $rows,
                $blocks,
                $outcome->fetched?->validator('etag'),
                $outcome->fetched?->validator('last-modified'),
            ),
            $found,
        ];
    }
}
