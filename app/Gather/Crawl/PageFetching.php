<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpAnswer;
use App\Connectors\Http\HttpRequest;
use App\Gather\Parsing\ParsedPage;
use App\Gather\Parsing\ParserPool;
use App\Store\Models\Store;
use App\Store\Pages\FetchedPage;
use App\Store\Pages\LinkBook;
use App\Store\Pages\PageBook;
use App\Store\Work\SliceEnd;
use App\Store\Work\WorkRun;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Robots\RobotsTxt;
use Orchard\Core\Url\PageUrl;

/**
 * Fetches and parses pages for the length of a slice: requests side by side in this process, parsing in others, and
 * everything written in batches that hold or fall as a whole. What was under way at a kill is simply fetched again.
 */
final class PageFetching
{
    private const BATCH = 150;

    private const BATCH_SECONDS = 1.0;

    private const ATTEMPTS = 3;

    /** Pages that may wait for a parser; more would only fill memory. */
    private const MOST_TO_PARSE = 48;

    /** This many failures in a row, with nothing fetched between, end the crawl. */
    private const DEAD_AFTER = 25;

    private readonly PageBook $book;

    private readonly LinkBook $links;

    private readonly Frontier $frontier;

    private readonly GuardedHttp $http;

    private readonly Throttle $throttle;

    private readonly RobotsTxt $robots;

    private readonly PageUrl $base;

    private readonly int $crawlId;

    private readonly int $timeout;

    private readonly int $pageBytes;

    private readonly int $limit;

    private int $fetched;

    private int $failed;

    private int $barred;

    private int $inARow = 0;

    private ?string $lastProblem = null;

    private float $askedAt = 0.0;

    private bool $stop = false;

    private float $lastWrite;

    /** @var list<array{id: int, url: string, attempts: int, level: int}> */
    private array $queue = [];

    /** @var array<int, true> pages taken from the frontier in this slice and not written down yet */
    private array $taken = [];

    /** @var list<array{entry: array{id: int, url: string, attempts: int, level: int}, page: FetchedPage, parsed: ?ParsedPage, state: FrontierState}> */
    private array $batch = [];

    /** @var list<array{id: int, problem: string}> */
    private array $again = [];

    public function __construct(private readonly WorkRun $run, private readonly Store $store, object $crawl)
    {
        $options = $store->options();
        $this->crawlId = (int) $crawl->id;
        $this->limit = (int) $crawl->page_limit;
        $this->fetched = (int) $crawl->fetched;
        $this->failed = (int) $crawl->failed;
        $this->barred = (int) $crawl->barred;
        $this->base = PageUrl::parse((string) $crawl->base_url) ?? throw new \LogicException('The crawl has no base URL.');
        $this->book = new PageBook($store);
        $this->links = new LinkBook($store->id, $this->crawlId);
        $this->frontier = new Frontier($this->crawlId, $store, $this->book);
        $this->http = GuardedHttp::allowing($options->privateHosts);
        $this->robots = RobotsTxt::fromAnswer((int) $crawl->robots_status, (string) $crawl->robots, GuardedHttp::PRODUCT_TOKEN);
        $this->throttle = new Throttle((int) $crawl->concurrency, $this->robots->crawlDelay ?? 0.0);
        $this->timeout = $options->timeout;
        $this->pageBytes = $options->pageBytes;
        $this->lastWrite = microtime(true);
    }

    /** @return ?SliceEnd null when every page has been seen to */
    public function work(): ?SliceEnd
    {
        $parsers = new ParserPool(self::cores());
        $startedAt = microtime(true);
        $before = $this->fetched;
        while (true) {
            $dead = $this->inARow >= self::DEAD_AFTER;
            $stopping = $dead || $this->run->timeIsUp() || $this->stopWanted();
            if (! $stopping && $parsers->underWay() < self::MOST_TO_PARSE) {
                $this->startRequests();
            }
            if ($this->http->underWay() === 0 && $parsers->underWay() === 0) {
                if ($stopping || $this->queue === []) {
                    $this->write();
                    $end = $this->endOfSlice($dead, $stopping);
                    if ($end !== false) {
                        return $end;
                    }

                    continue;
                }
                usleep(20000); // Waiting because the shop asked for it, or the pace says so.
            }
            $pending = $parsers->underWay();
            $answers = $this->http->finished($pending === 0 ? 0.05 : 0.0);
            foreach ($answers as [$entry, $answer]) {
                $this->take($entry, $answer, $parsers);
            }
            foreach ($parsers->finished($answers === [] ? 0.002 : 0.0) as [$tag, $parsed]) {
                $this->parsed($tag, $parsed);
            }
            if (count($this->batch) >= self::BATCH || ($this->batch !== [] && microtime(true) - $this->lastWrite > self::BATCH_SECONDS)) {
                $this->write();
                if (count($this->queue) < 100) {
                    $this->refill();
                }
            }
            $this->run->beat(['fetched' => $this->fetched, 'failed' => $this->failed, 'barred' => $this->barred, 'rate' => round(($this->fetched - $before) / max(0.5, microtime(true) - $startedAt), 1), 'allowed' => $this->throttle->allowed()]);
        }
    }

    /** @return SliceEnd|null|false false to go on, null when every page has been seen to */
    private function endOfSlice(bool $dead, bool $stopping): SliceEnd|null|false
    {
        if ($dead || ($this->fetched === 0 && $this->failed > 0 && $this->frontier->count(FrontierState::Queued) === 0)) {
            return SliceEnd::failed('The shop has stopped answering; last seen: '.($this->lastProblem ?? 'no answer').' Resume the crawl when it is back.');
        }
        if ($stopping) {
            return $this->stopWanted() ? SliceEnd::stopped() : SliceEnd::more();
        }

        return $this->refill() || $this->addKnownPages() ? false : null;
    }

    private function stopWanted(): bool
    {
        if (! $this->stop && microtime(true) - $this->askedAt > 0.5) {
            $this->askedAt = microtime(true);
            $this->stop = $this->run->stopAsked();
        }

        return $this->stop;
    }

    private function startRequests(): void
    {
        $now = microtime(true);
        while ($this->queue !== [] && $this->inARow < self::DEAD_AFTER && $this->throttle->mayStart($this->http->underWay(), $now)) {
            $entry = array_shift($this->queue);
            $url = PageUrl::parse($entry['url']);
            if ($url === null) {
                continue;
            }
            if (! $this->robots->allows($url->target())) {
                $this->barred++;
                $this->batch[] = ['entry' => $entry, 'page' => new FetchedPage($entry['id'], $entry['url'], 0, problem: FetchedPage::BARRED), 'parsed' => null, 'state' => FrontierState::Barred];

                continue;
            }
            $this->http->add(new HttpRequest($url, headers: ['Accept' => 'text/html,application/xhtml+xml,*/*;q=0.5'], timeout: $this->timeout, maxBytes: $this->pageBytes), $entry);
            $this->throttle->started($now);
        }
    }

    /** @param  array{id: int, url: string, attempts: int, level: int}  $entry */
    private function take(array $entry, HttpAnswer $answer, ParserPool $parsers): void
    {
        $asksToWait = $answer->status === 429 || $answer->status === 503;
        if ($asksToWait) {
            $this->throttle->askedToWait($answer->retryAfter() ?? 5, microtime(true));
        } elseif ($answer->status > 0) {
            $this->throttle->answered($answer->seconds);
        }
        if ($answer->status === 0 || $asksToWait) {
            $problem = $answer->problem ?? "The shop answered {$answer->status}.";
            $this->lastProblem = $problem;
            $this->inARow++;
            if ($entry['attempts'] + 1 < self::ATTEMPTS && $this->inARow < self::DEAD_AFTER) {
                $this->again[] = ['id' => $entry['id'], 'problem' => $problem];
                $this->queue[] = ['attempts' => $entry['attempts'] + 1] + $entry;

                return;
            }
            if ($this->inARow >= self::DEAD_AFTER) {
                // Left in the frontier: the crawl ends here and can be resumed.
                unset($this->taken[$entry['id']]);

                return;
            }
            $this->failed++;
            $this->batch[] = ['entry' => $entry, 'page' => new FetchedPage($entry['id'], $entry['url'], $answer->status, problem: $problem), 'parsed' => null, 'state' => FrontierState::Failed];

            return;
        }
        $this->inARow = 0;
        $url = PageUrl::parse($entry['url']) ?? $this->base;
        $type = (string) $answer->header('content-type');
        $location = $answer->status >= 300 && $answer->status < 400 ? $answer->header('location') : null;
        $page = new FetchedPage(
            $entry['id'], $entry['url'], $answer->status,
            $location === null ? null : ($url->resolve($location)?->text() ?? mb_substr($location, 0, 2048)),
            trim(explode(';', $type)[0]),
            implode('; ', $answer->headers['x-robots-tag'] ?? []),
            $this->canonicalHeader($url, $answer),
            strlen($answer->body),
            $answer->cut ? 'cut off at '.number_format($this->pageBytes).' bytes' : null,
        );
        if (preg_match('~^(text/html|application/xhtml\+xml)~i', $type) === 1 && $location === null) {
            $parsers->add($entry['url'], $type, $answer->body, [$entry, $page]);
        } else {
            $this->fetched++;
            $this->batch[] = ['entry' => $entry, 'page' => $page, 'parsed' => null, 'state' => FrontierState::Done];
        }
    }

    /** RFC 8288: the target of a Link header whose relation is canonical. */
    private function canonicalHeader(PageUrl $url, HttpAnswer $answer): ?string
    {
        foreach ($answer->headers['link'] ?? [] as $header) {
            foreach (preg_split('/,(?=\s*<)/', $header) ?: [] as $link) {
                if (preg_match('/^\s*<([^>]*)>(.*)$/s', $link, $found) === 1 && preg_match('/;\s*rel\s*=\s*("[^"]*\bcanonical\b[^"]*"|canonical\b)/i', $found[2]) === 1) {
                    return $url->resolve($found[1])?->text() ?? $found[1];
                }
            }
        }

        return null;
    }

    /** @param  array{array{id: int, url: string, attempts: int, level: int}, FetchedPage}  $tag */
    private function parsed(array $tag, ParsedPage|string $parsed): void
    {
        [$entry, $page] = $tag;
        $this->fetched++;
        $whole = new FetchedPage($page->pageId, $page->url, $page->status, $page->redirectUrl, $page->contentType, $page->robotsHeader, $page->canonicalHeader, $page->bytes, is_string($parsed) ? 'could not be parsed: '.$parsed : $page->problem, is_string($parsed) ? null : $parsed->facts);
        $this->batch[] = ['entry' => $entry, 'page' => $whole, 'parsed' => is_string($parsed) ? null : $parsed, 'state' => FrontierState::Done];
    }

    private function write(): void
    {
        $this->lastWrite = microtime(true);
        if ($this->batch === [] && $this->again === []) {
            return;
        }
        $this->run->fenced(function (): void {
            foreach ($this->again as $try) {
                $this->frontier->tried($try['id'], $try['problem']);
            }
            $this->writeLinks();
            $this->book->writeFacts($this->crawlId, array_column($this->batch, 'page'));
            foreach (FrontierState::cases() as $state) {
                $this->frontier->mark(array_values(array_map(static fn (array $item): int => $item['entry']['id'], array_filter($this->batch, static fn (array $item): bool => $item['state'] === $state))), $state);
            }
            DB::table('gather_crawls')->where('id', $this->crawlId)->update(['fetched' => $this->fetched, 'failed' => $this->failed, 'barred' => $this->barred, 'level' => $this->batch[0]['entry']['level'] ?? 0]);
        });
        foreach ($this->batch as $item) {
            unset($this->taken[$item['entry']['id']]);
        }
        $this->batch = [];
        $this->again = [];
    }

    private function writeLinks(): void
    {
        $urls = [];
        $isOurs = [];
        $wanted = function (string $url) use (&$urls, &$isOurs): void {
            $isOurs[$url] ??= PageUrl::parse($url)?->sameHostAs($this->base) ?? false;
            if ($isOurs[$url]) {
                $urls[PageUrl::digestOf($url)] = $url;
            }
        };
        foreach ($this->batch as $item) {
            if ($item['page']->redirectUrl !== null) {
                $wanted($item['page']->redirectUrl);
            }
            foreach ($item['parsed']->links ?? [] as [$target]) {
                $wanted($target);
            }
            foreach ($item['parsed']->blocks ?? [] as [, , $links]) {
                foreach ($links ?? [] as [$target]) {
                    $wanted($target);
                }
            }
        }
        $ids = $this->book->idsOf($urls);
        $id = static fn (string $url): ?int => ($isOurs[$url] ?? false) ? $ids[PageUrl::digestOf($url)] ?? null : null;
        $rows = [];
        $pageBlocks = [];
        foreach ($this->batch as $item) {
            $next = $item['entry']['level'] + 1;
            $found = [];
            if ($item['page']->redirectUrl !== null && ($isOurs[$item['page']->redirectUrl] ?? false)) {
                $found[PageUrl::digestOf($item['page']->redirectUrl)] = (int) $id($item['page']->redirectUrl);
            }
            foreach ($item['parsed']->links ?? [] as $place => [$target, $anchor, $nofollow]) {
                $to = $id($target);
                if ($to !== null && $place < 65000) {
                    $rows[] = [$item['entry']['id'], $place, $to, $anchor, $nofollow];
                    $found[PageUrl::digestOf($target)] = $to;
                }
            }
            foreach ($item['parsed']->blocks ?? [] as [$digest, $region, $links]) {
                if ($links !== null && ! $this->links->knowsBlock($digest)) {
                    $known = [];
                    foreach ($links as [$target, $anchor, $nofollow]) {
                        $to = $id($target);
                        if ($to !== null) {
                            $known[] = [$to, $anchor, $nofollow];
                            $found[PageUrl::digestOf($target)] = $to;
                        }
                    }
                    $this->links->addBlock($digest, $region, $known);
                }
                $pageBlocks[] = [$item['entry']['id'], $digest];
            }
            $this->frontier->addPages($found, $next);
        }
        $this->links->addLinks($rows);
        $this->links->addPageBlocks($pageBlocks);
    }

    /** Takes more from the frontier, up to the page limit. @return bool whether there is anything to do */
    private function refill(): bool
    {
        $room = $this->limit - $this->fetched - $this->failed - count($this->taken);
        if ($room <= 0) {
            if ($this->taken === [] && $this->queue === []) {
                $cut = $this->frontier->cutOffRest();
                if ($cut > 0) {
                    $this->run->fenced(fn () => DB::table('gather_crawls')->where('id', $this->crawlId)->update(['cut_off' => DB::raw('cut_off + '.$cut), 'remark' => 'Cut off at '.number_format($this->limit).' pages.']));
                }
            }

            return $this->queue !== [];
        }
        foreach ($this->frontier->next(count($this->taken) + min($room, 500)) as $entry) {
            if (! isset($this->taken[$entry['id']]) && $room-- > 0) {
                $this->taken[$entry['id']] = true;
                $this->queue[] = $entry;
            }
        }

        return $this->queue !== [] || $this->taken !== [];
    }

    /** Pages of the shop's resources that no link reached. @return bool whether there were any */
    private function addKnownPages(): bool
    {
        $pages = DB::select('SELECT p.id, p.digest FROM resources r JOIN pages p ON p.id = r.page_id LEFT JOIN gather_frontier f ON f.crawl_id = ? AND f.page_id = p.id WHERE r.store_id = ? AND r.gone = 0 AND f.page_id IS NULL', [$this->crawlId, $this->store->id]);
        $level = (int) DB::table('gather_frontier')->where('crawl_id', $this->crawlId)->max('level') + 1;
        $this->run->fenced(fn () => $this->frontier->addPages(array_column(array_map(static fn (object $row): array => [(string) $row->digest, (int) $row->id], $pages), 1, 0), $level));

        return $pages !== [] && $this->refill();
    }

    private static function cores(): int
    {
        $cpus = @file_get_contents('/proc/cpuinfo');

        return max(1, min(8, $cpus === false ? 2 : substr_count($cpus, "\nprocessor") + (str_starts_with($cpus, 'processor') ? 1 : 0)));
    }
}
