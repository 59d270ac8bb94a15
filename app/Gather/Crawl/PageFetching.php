<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Catalogue\PlannedResources;
use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpAnswer;
use App\Connectors\Http\HttpRequest;
use App\Gather\Parsing\ParsedPage;
use App\Gather\Parsing\ParserPool;
use App\Inventory\FetchedPage;
use App\Inventory\PageBook;
use App\Inventory\PageSource;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Markup\LinkHeader;
use Orchard\Core\Markup\PageReader;
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

    /** So many refusals one after the other mean that the shop does not want this crawl. */
    private const REFUSED_AFTER = 50;

    /** Of so many pages one is fetched whole although the shop could say that it has not changed. */
    private const CONTROL = 20;

    /** Canonical targets that become pages at a time. */
    private const MOST_CANONICALS = 20_000;

    /** Headers that are kept. */
    private const HEADERS = [
        'etag', 'last-modified', 'cache-control', 'expires', 'vary', 'content-language', 'content-encoding', 'link',
        'x-robots-tag', 'strict-transport-security', 'server', 'age',
    ];

    /** This many failures in a row, with nothing fetched between, end the crawl. */
    private const DEAD_AFTER = 25;

    private readonly CrawlBook $book;

    private readonly Frontier $frontier;

    private readonly GuardedHttp $http;

    private readonly Throttle $throttle;

    private readonly RobotsTxt $robots;

    private readonly PageUrl $base;

    private readonly int $crawlId;

    private readonly ?string $missing;

    private readonly int $timeout;

    private readonly int $pageBytes;

    private readonly int $limit;

    private int $fetched;

    private int $failed;

    private int $barred;

    private int $inARow = 0;

    /** Pages refused one after the other. */
    private int $refused = 0;

    private int $unchanged = 0;

    /** Whether the shop's word that a page has not changed is taken; it is not once it proved wrong. */
    private bool $validators;

    private readonly TrapBudget $budget;

    private ?string $lastProblem = null;

    /** The newest row of facts whose canonicals are known as pages. */
    private int $lookedTo = 0;

    private float $askedAt = 0.0;

    private bool $stop = false;

    /** Whether what is under way is brought to its end and nothing new begun. */
    private bool $stopping = false;

    private float $lastWrite;

    /** @var list<FrontierPage> */
    private array $queue = [];

    /** @var array<int, true> pages taken from the frontier in this slice and not written down yet */
    private array $taken = [];

    /** @var list<Outcome> */
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
        $this->base =
            PageUrl::parse((string) $crawl->base_url) ?? throw new \LogicException('The crawl has no base URL.');
        $this->frontier = new Frontier($this->crawlId, $store);
        $this->book = new CrawlBook($store, $this->base, $this->crawlId, $this->frontier);
        $this->http = GuardedHttp::allowing($options->privateHosts);
        $this->robots = RobotsTxt::fromAnswer(
            (int) $crawl->robots_status,
            (string) $crawl->robots,
            GuardedHttp::PRODUCT_TOKEN,
        );
        $this->throttle = new Throttle(
            (int) $crawl->concurrency,
            max($this->robots->crawlDelay ?? 0.0, $options->rate > 0 ? 1 / $options->rate : 0.0),
        );
        $this->budget = new TrapBudget($this->crawlId, $options->trapBudget);
        $this->validators = (bool) $crawl->validators;
        $this->missing = $crawl->missing === null ? null : (string) $crawl->missing;
        $this->timeout = $options->timeout;
        $this->pageBytes = $options->pageBytes;
        $this->lastWrite = microtime(true);
    }

    /** @return ?SliceEnd null when every page has been seen to */
    public function work(): ?SliceEnd
    {
        $parsers = new ParserPool(self::cores(), $this->missing);
        $startedAt = microtime(true);
        $before = $this->fetched;
        while (true) {
            $dead = $this->isDead();
            $this->stopping = $dead || $this->run->timeIsUp() || $this->stopWanted();
            $this->startRequests($parsers);
            if ($this->http->underWay() === 0 && $parsers->underWay() === 0) {
                if ($this->stopping || $this->queue === []) {
                    $this->write($parsers);
                    $end = $this->endOfSlice($dead);
                    if ($end !== false) {
                        return $end;
                    }

                    continue;
                }
                usleep(20000); // Waiting because the shop asked for it, or the pace says so.
            }
            $this->takeWhatIsThere($parsers, wait: true);
            if (
                count($this->batch) >= self::BATCH ||
                ($this->batch !== [] && microtime(true) - $this->lastWrite > self::BATCH_SECONDS)
            ) {
                $this->write($parsers);
                if (count($this->queue) < 100) {
                    $this->refill();
                }
            }
            $this->run->beat([
                'fetched' => $this->fetched,
                'failed' => $this->failed,
                'barred' => $this->barred,
                'rate' => round(($this->fetched - $before) / max(0.5, microtime(true) - $startedAt), 1),
                'allowed' => $this->throttle->allowed(),
            ]);
        }
    }

    /**
     * Answers and parsed pages that have come in. Only memory is changed, so that it can go on between the statements
     * of a write.
     */
    private function takeWhatIsThere(ParserPool $parsers, bool $wait): void
    {
        $answers = $this->http->finished($wait && $parsers->underWay() === 0 ? 0.05 : 0.0);
        foreach ($answers as [$page, $answer]) {
            $this->take($page, $answer, $parsers);
        }
        foreach ($parsers->finished($wait && $answers === [] ? 0.002 : 0.0) as [$tag, $parsed]) {
            $this->parsed($tag, $parsed);
        }
    }

    private function isDead(): bool
    {
        return $this->inARow >= self::DEAD_AFTER || $this->refused >= self::REFUSED_AFTER;
    }

    /** @return SliceEnd|null|false false to go on, null when every page has been seen to */
    private function endOfSlice(bool $dead): SliceEnd|null|false
    {
        if ($this->refused >= self::REFUSED_AFTER) {
            return SliceEnd::failed(
                "The shop refuses this crawl: the last {$this->refused} pages were all forbidden. Ask whoever runs the shop to let it in, then resume.",
            );
        }
        if (
            $dead ||
            ($this->fetched === 0 && $this->failed > 0 && $this->frontier->count(FrontierState::Queued) === 0)
        ) {
            return SliceEnd::failed(
                'The shop has stopped answering; last seen: '.
                    ($this->lastProblem ?? 'no answer').
                    ' Resume the crawl when it is back.',
            );
        }
        if ($this->stopping) {
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

    private function startRequests(ParserPool $parsers): void
    {
        if ($this->stopping || $parsers->underWay() >= self::MOST_TO_PARSE) {
            return;
        }
        $now = microtime(true);
        while ($this->queue !== [] && ! $this->isDead() && $this->throttle->mayStart($this->http->underWay(), $now)) {
            $page = array_shift($this->queue);
            $url = PageUrl::parse($page->url);
            if ($url === null) {
                continue;
            }
            $barred = ! $this->robots->allows($url->target());
            if (! $barred && $page->attempts === 0 && ! $this->budget->allows($url)) {
                $this->batch[] = new Outcome($page, FrontierState::CutOff, null);

                continue;
            }
            if ($barred) {
                $this->barred++;
                $this->batch[] = new Outcome(
                    $page,
                    FrontierState::Barred,
                    new FetchedPage($page->id, $page->url, 0, problem: FetchedPage::BARRED),
                );

                continue;
            }
            $this->http->add(
                new HttpRequest(
                    $url,
                    headers: ['Accept' => 'text/html,application/xhtml+xml,*/*;q=0.5'] +
                        ($this->asksWhole($page) ? [] : $page->validators),
                    timeout: $this->timeout,
                    maxBytes: $this->pageBytes,
                ),
                $page,
            );
            $this->throttle->started($now);
        }
    }

    private function take(FrontierPage $page, HttpAnswer $answer, ParserPool $parsers): void
    {
        $asksToWait = $answer->status === 429 || $answer->status === 503;
        if ($asksToWait) {
            $this->throttle->askedToWait($answer->retryAfter() ?? 5, microtime(true));
        } elseif ($answer->status > 0) {
            $this->throttle->answered($answer->seconds);
        }
        // "Not modified" answers nothing where nothing was known: it is asked again, and told if it stays so.
        $isOdd = $answer->status === 304 && ($page->validators === [] || $this->asksWhole($page));
        if ($answer->status === 0 || $asksToWait || $isOdd) {
            $this->failed($page, $answer);

            return;
        }
        $this->inARow = 0;
        if ($answer->status === 401 || $answer->status === 403) {
            $this->refused++;
        } else {
            $this->refused = 0;
        }
        if ($answer->status === 304) {
            $this->fetched++;
            $this->unchanged++;
            $this->batch[] = new Outcome($page, FrontierState::Done, null);

            return;
        }
        $type = (string) $answer->header('content-type');
        if ($answer->status < 300 || $answer->status >= 400) {
            $digest = self::digestOf($answer, $type);
            if ($page->answer === $digest) {
                $this->fetched++;
                $this->unchanged++;
                $this->batch[] = new Outcome($page, FrontierState::Done, null);

                return;
            }
            if (
                isset($page->validators['If-None-Match']) &&
                $answer->status === 200 &&
                $answer->header('etag') === $page->validators['If-None-Match']
            ) {
                $this->validators = false; // Another page under the same tag: the shop's word is worth nothing.
            }
            if (preg_match('~^(text/html|application/xhtml\+xml)~i', $type) === 1) {
                $parsers->add($page->url, $type, $answer->body, [$page, $this->pageOf($page, $answer, $type), $digest]);

                return;
            }
        }
        $this->fetched++;
        $this->batch[] = new Outcome($page, FrontierState::Done, $this->pageOf($page, $answer, $type));
    }

    /** Some pages are always fetched whole, to see whether the shop tells the truth of the others. */
    private function asksWhole(FrontierPage $page): bool
    {
        return ! $this->validators || ($page->id + $this->crawlId) % self::CONTROL === 0;
    }

    private function failed(FrontierPage $page, HttpAnswer $answer): void
    {
        $problem = $answer->problem ?? "The shop answered {$answer->status}.";
        $this->lastProblem = $problem;
        $this->inARow++;
        if ($this->inARow >= self::DEAD_AFTER) {
            // Left in the frontier: the crawl ends here and can be resumed.
            unset($this->taken[$page->id]);
        } elseif ($page->attempts + 1 < self::ATTEMPTS) {
            $this->again[] = ['id' => $page->id, 'problem' => $problem];
            $this->queue[] = $page->onceMore();
        } else {
            $this->failed++;
            $this->batch[] = new Outcome(
                $page,
                FrontierState::Failed,
                new FetchedPage($page->id, $page->url, $answer->status, problem: $problem),
            );
        }
    }

    private function pageOf(FrontierPage $page, HttpAnswer $answer, string $type): FetchedPage
    {
        $url = PageUrl::parse($page->url) ?? $this->base;
        $location = $answer->status >= 300 && $answer->status < 400 ? $answer->header('location') : null;

        return new FetchedPage(
            $page->id,
            $page->url,
            $answer->status,
            $location === null ? null : $url->resolve($location)?->text() ?? mb_substr($location, 0, 2048),
            trim(explode(';', $type)[0]),
            implode('; ', $answer->headers['x-robots-tag'] ?? []),
            LinkHeader::of($answer->headers['link'] ?? [], $url)->canonical,
            strlen($answer->body),
            $answer->cut ? 'cut off at '.number_format($this->pageBytes).' bytes' : null,
            headers: array_map(
                static fn (array $values): string => mb_substr(mb_scrub(implode(', ', $values)), 0, 1000),
                array_intersect_key($answer->headers, array_flip(self::HEADERS)),
            ),
            responseMs: (int) round(1000 * $answer->seconds),
        );
    }

    /** 16 bytes that stand for all of an answer that facts are read from, and for the reader. */
    private static function digestOf(HttpAnswer $answer, string $type): string
    {
        return hash(
            'xxh128',
            serialize([
                PageReader::EDITION,
                $answer->status,
                $type,
                $answer->headers['x-robots-tag'] ?? [],
                $answer->headers['link'] ?? [],
                $answer->cut,
            ]).$answer->body,
            true,
        );
    }

    /** @param  array{FrontierPage, FetchedPage, string}  $tag page, what is known without parsing, digest of the answer */
    private function parsed(array $tag, ParsedPage|string $parsed): void
    {
        [$page, $bare, $digest] = $tag;
        $this->fetched++;
        $this->batch[] = is_string($parsed)
            ? new Outcome($page, FrontierState::Done, $bare->with(null, 'could not be parsed: '.$parsed))
            : new Outcome($page, FrontierState::Done, $bare->with($parsed->facts, $bare->problem), $parsed, $digest);
    }

    private function write(ParserPool $parsers): void
    {
        $this->lastWrite = microtime(true);
        if ($this->batch === [] && $this->again === []) {
            return;
        }
        // What comes in between the statements belongs to the next batch, and so do its counts.
        [$batch, $again, $unchanged] = [$this->batch, $this->again, $this->unchanged];
        [$this->batch, $this->again, $this->unchanged] = [[], [], 0];
        $counts = [
            'fetched' => $this->fetched,
            'unchanged' => DB::raw('unchanged + '.$unchanged),
            'validators' => $this->validators ? 1 : 0,
            'failed' => $this->failed,
            'barred' => $this->barred,
            'level' => $batch === [] ? DB::raw('level') : $batch[0]->page->level,
        ];
        $this->run->fenced(function () use ($parsers, $batch, $again, $counts): void {
            foreach ($again as $try) {
                $this->frontier->tried($try['id'], $try['problem']);
            }
            $this->budget->write(
                array_values(
                    array_map(
                        static fn (Outcome $outcome): string => $outcome->page->url,
                        array_filter(
                            $batch,
                            static fn (Outcome $outcome): bool => $outcome->state === FrontierState::Done ||
                                $outcome->state === FrontierState::Failed,
                        ),
                    ),
                ),
            );
            DB::table('gather_crawls')->where('id', $this->crawlId)->update($counts);
            $this->book->write($batch, function () use ($parsers): void {
                $this->startRequests($parsers);
                $this->takeWhatIsThere($parsers, wait: false);
            });
        });
        foreach ($batch as $outcome) {
            unset($this->taken[$outcome->page->id]);
        }
    }

    /** Takes more from the frontier, up to the page limit. @return bool whether there is anything to do */
    private function refill(): bool
    {
        $room = $this->limit - $this->fetched - $this->failed - count($this->taken);
        if ($room <= 0) {
            if ($this->taken === [] && $this->queue === []) {
                $cut = $this->frontier->cutOffRest();
                if ($cut > 0) {
                    $this->run->fenced(
                        fn () => DB::table('gather_crawls')
                            ->where('id', $this->crawlId)
                            ->update([
                                'cut_off' => DB::raw('cut_off + '.$cut),
                                'remark' => 'Cut off at '.number_format($this->limit).' pages.',
                            ]),
                    );
                }
            }

            return $this->queue !== [];
        }
        foreach ($this->frontier->next(count($this->taken) + min($room, 500)) as $page) {
            if (! isset($this->taken[$page->id]) && $room-- > 0) {
                $this->taken[$page->id] = true;
                $this->queue[] = $page;
            }
        }

        return $this->queue !== [] || $this->taken !== [];
    }

    /**
     * Pages of the shop's resources, those that files told of, and those that pages name as their canonical, that no
     * link reached. What is only planned is not asked for: it is met when a link, a sitemap or the shop tells of it.
     *
     * @return bool whether there were any
     */
    private function addKnownPages(): bool
    {
        $this->run->fenced(fn () => $this->knowCanonicals());
        $rows = DB::select(
            'SELECT p.id, p.digest, p.url FROM pages p LEFT JOIN gather_frontier f ON f.crawl_id = ?
                AND f.page_id = p.id
            WHERE p.store_id = ? AND f.page_id IS NULL AND (p.sources & ~? > 0 OR EXISTS (SELECT 1 FROM resources r
            WHERE r.page_id = p.id AND r.gone = 0 AND r.from_page <> ?))',
            [$this->crawlId, $this->store->id, PageSource::Planned->value, PlannedResources::FROM_PLAN],
        );
        $pages = [];
        foreach ($rows as $row) {
            if (PageUrl::parse((string) $row->url)?->sameHostAs($this->base) === true) {
                $pages[(string) $row->digest] = (int) $row->id;
            }
        }
        $level = (int) DB::table('gather_frontier')->where('crawl_id', $this->crawlId)->max('level') + 1;
        $this->run->fenced(fn () => $this->frontier->addPages($pages, $level));

        return $pages !== [] && $this->refill();
    }

    /** What a canonical leads to is worth knowing, be it only that nothing answers there. */
    private function knowCanonicals(): void
    {
        // Those of the facts up to a row that this slice has looked at are known by now.
        $newest = (int) DB::table('page_facts')->where('store_id', $this->store->id)->where('to_crawl', 0)->max('id');
        $named = DB::select(
            "SELECT DISTINCT c.url FROM (SELECT JSON_UNQUOTE(JSON_EXTRACT(canonicals, '$[0]')) AS url FROM page_facts
                WHERE store_id = ? AND to_crawl = 0 AND id > ? AND canonicals <> '[]' UNION SELECT canonical_header
                FROM page_facts WHERE store_id = ? AND to_crawl = 0 AND id > ? AND canonical_header IS NOT NULL) c
            LEFT JOIN pages p ON p.store_id = ? AND p.digest = UNHEX(MD5(c.url)) WHERE p.id IS NULL LIMIT ".
                self::MOST_CANONICALS,
            [$this->store->id, $this->lookedTo, $this->store->id, $this->lookedTo, $this->store->id],
        );
        $this->lookedTo = count($named) < self::MOST_CANONICALS ? $newest : $this->lookedTo;
        $urls = [];
        foreach ($named as $row) {
            $url = PageUrl::parse((string) $row->url);
            if ($url?->sameHostAs($this->base) === true) {
                $urls[$url->digest()] = $url->text();
            }
        }
        $book = new PageBook($this->store);
        $book->known(array_values($book->idsOf($urls)), PageSource::Canonicals);
    }

    private static function cores(): int
    {
        $cpus = @file_get_contents('/proc/cpuinfo');

        return max(
            1,
            min(
                8,
                $cpus === false
                    ? 2
                    : substr_count($cpus, "\nprocessor") + (str_starts_with($cpus, 'processor') ? 1 : 0),
            ),
        );
    }
}
