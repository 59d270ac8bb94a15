<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpAnswer;
use App\Connectors\Http\HttpRequest;
use App\Gather\Parsing\ParsedPage;
use App\Gather\Parsing\ParserPool;
use App\Inventory\FetchedPage;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
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

    /** Of so many pages one is fetched whole although the shop could say that it has not changed. */
    private const CONTROL = 20;

    private readonly CrawlBook $book;

    private readonly Frontier $frontier;

    private readonly KnownAddresses $known;

    private readonly GuardedHttp $http;

    private readonly Throttle $throttle;

    private readonly RobotsTxt $robots;

    private readonly int $crawlId;

    private readonly ?string $missing;

    private readonly int $timeout;

    private readonly int $limit;

    private int $fetched;

    private int $failed;

    private int $barred;

    private readonly CrawlHealth $health;

    private int $unchanged = 0;

    /** Whether the shop's word that a page has not changed is taken; it is not once it proved wrong. */
    private bool $validators;

    private readonly TrapBudget $budget;

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

    public function __construct(private readonly WorkRun $run, private readonly Store $store, Crawl $crawl)
    {
        $options = $store->options();
        $this->crawlId = $crawl->id;
        $this->limit = $crawl->pageLimit;
        $this->fetched = $crawl->fetched;
        $this->failed = $crawl->failed;
        $this->barred = $crawl->barred;
        $base = $crawl->base();
        $this->frontier = new Frontier($this->crawlId, $store);
        $this->known = new KnownAddresses($run, $store, $this->frontier, $this->crawlId, $base);
        $this->book = new CrawlBook($store, $base, $this->crawlId, $this->frontier);
        $this->http = GuardedHttp::allowing($options->privateHosts);
        $this->robots = RobotsTxt::fromAnswer(
            $crawl->robotsStatus,
            (string) $crawl->robots,
            GuardedHttp::PRODUCT_TOKEN,
        );
        $this->throttle = new Throttle(
            $crawl->concurrency,
            max($this->robots->crawlDelay ?? 0.0, $options->rate > 0 ? 1 / $options->rate : 0.0),
        );
        $this->budget = new TrapBudget($this->crawlId, $options->trapBudget);
        $this->validators = $crawl->validators;
        $this->missing = $crawl->missing;
        $this->timeout = $options->timeout;
        $this->health = new CrawlHealth();
        $this->lastWrite = microtime(true);
    }

    /** @return ?SliceEnd null when every page has been seen to */
    public function work(): ?SliceEnd
    {
        $parsers = new ParserPool(ParserPool::cores(), $this->missing);
        $startedAt = microtime(true);
        $before = $this->fetched;
        while (true) {
            $dead = $this->health->isDead();
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

    /** Takes answers and parsed pages that have come in; only memory is changed, so that it goes on within a write. */
    private function takeWhatIsThere(ParserPool $parsers, bool $wait): void
    {
        $answers = $this->http->finished($wait && $parsers->underWay() === 0 ? 0.05 : 0.0);
        foreach ($answers as [$page, $answer]) {
            /** @var FrontierPage $page as it was added */
            $this->take($page, $answer, $parsers);
        }
        foreach ($parsers->finished($wait && $answers === [] ? 0.002 : 0.0) as [$tag, $parsed]) {
            /** @var array{FrontierPage, FetchedPage, string} $tag as take() gave it */
            $this->parsed($tag, $parsed);
        }
    }

    /** @return SliceEnd|null|false false to go on, null when every page has been seen to */
    private function endOfSlice(bool $dead): SliceEnd|null|false
    {
        if (
            $dead ||
            ($this->fetched === 0 && $this->failed > 0 && $this->frontier->count(FrontierState::Queued) === 0)
        ) {
            return $this->health->end();
        }
        if ($this->stopping) {
            return $this->stopWanted() ? SliceEnd::stopped() : SliceEnd::more();
        }

        return $this->refill() || ($this->known->add() && $this->refill()) ? false : null;
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
        while (
            $this->queue !== [] &&
            ! $this->health->isDead() &&
            $this->throttle->mayStart($this->http->underWay(), $now)
        ) {
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
                $this->batch[] = Outcome::barred($page);

                continue;
            }
            $this->http->add(
                new HttpRequest(
                    $url,
                    headers: ['Accept' => 'text/html,application/xhtml+xml,*/*;q=0.5'] +
                        ($this->asksWhole($page) ? [] : $page->validators),
                    timeout: $this->timeout,
                    maxBytes: $this->store->options()->pageBytes,
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
        $this->health->answered($answer->status);
        if ($answer->status === 304) {
            $this->fetched++;
            $this->unchanged++;
            $this->batch[] = new Outcome($page, FrontierState::Done, null);

            return;
        }
        $type = (string) $answer->header('content-type');
        if ($answer->status < 300 || $answer->status >= 400) {
            $digest = AnsweredPage::digest($answer, $type);
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
                $parsers->add($page->url, $type, $answer->body, [
                    $page,
                    AnsweredPage::of($page, $answer, $type, $this->store->options()->pageBytes),
                    $digest,
                ]);

                return;
            }
        }
        $this->fetched++;
        $this->batch[] = new Outcome(
            $page,
            FrontierState::Done,
            AnsweredPage::of($page, $answer, $type, $this->store->options()->pageBytes),
        );
    }

    /** Some pages are always fetched whole, to see whether the shop tells the truth of the others. */
    private function asksWhole(FrontierPage $page): bool
    {
        return ! $this->validators || ($page->id + $this->crawlId) % self::CONTROL === 0;
    }

    private function failed(FrontierPage $page, HttpAnswer $answer): void
    {
        $problem = $answer->problem ?? "The shop answered {$answer->status}.";
        $this->health->failed($problem);
        if ($this->health->isSilent()) {
            // Left in the frontier: the crawl ends here and can be resumed.
            unset($this->taken[$page->id]);
        } elseif ($page->attempts + 1 < self::ATTEMPTS) {
            $this->again[] = ['id' => $page->id, 'problem' => $problem];
            $this->queue[] = $page->onceMore();
        } else {
            $this->failed++;
            $this->batch[] = Outcome::failed($page, $answer->status, $problem);
        }
    }

    /**
     * @param  array{FrontierPage, FetchedPage, string}  $tag page, what is known without parsing, digest of the answer
     */
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
            $this->budget->write($batch);
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

    /**
     * Takes more from the frontier, up to the page limit.
     *
     * @return bool whether there is anything to do
     *
     * @phpstan-impure
     */
    private function refill(): bool
    {
        $room = $this->limit - $this->fetched - $this->failed - count($this->taken);
        if ($room <= 0) {
            if ($this->taken === [] && $this->queue === []) {
                $this->run->fenced(fn () => $this->frontier->cutOffRest($this->limit));
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
}
