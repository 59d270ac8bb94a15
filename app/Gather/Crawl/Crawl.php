<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use Illuminate\Support\Facades\DB;
use LogicException;
use Orchard\Core\Url\PageUrl;

/** A crawl, and how far it is. */
final readonly class Crawl
{
    /**
     * @param  int  $concurrency  requests at a time at most
     * @param  int  $pageLimit  pages at most
     * @param  ?string  $robots  robots.txt as it was then; null where none was read
     * @param  int  $robotsStatus  HTTP status of its answer; 0 where there was none
     * @param  int  $barred  pages that robots.txt bars
     * @param  int  $cutOff  pages that were known and not asked for
     * @param  int  $unchanged  of those fetched: the shop says that they are as they were
     * @param  ?string  $remark  a sentence for people
     * @param  ?string  $missing  what a page that is not there looks like, packed
     * @param  ?string  $doubt  why it is not believed; null where it is
     * @param  bool  $validators  pages are asked for only if they have changed
     * @param  ?string  $syncProblem  why the shop's API could not be read
     * @param  string  $startedAt  UTC
     */
    public function __construct(
        public int $id,
        public int $storeId,
        public string $state,
        private string $baseUrl,
        public int $concurrency,
        public int $pageLimit,
        public ?string $robots,
        public int $robotsStatus,
        public string $phase,
        public int $fetched,
        public int $unchanged,
        public int $failed,
        public int $barred,
        public int $cutOff,
        public ?string $remark,
        public ?string $missing,
        public ?string $doubt,
        public bool $validators,
        public ?string $syncProblem,
        public string $startedAt,
        public ?string $endedAt,
    ) {
    }

    /** Null where there is none of this number. */
    public static function byId(int $crawl): ?self
    {
        return Records::one(self::class, Rows::maybe(DB::table('gather_crawls')->where('id', $crawl)->first()));
    }

    /** The newest of a store; null where there is none. */
    public static function latest(int $storeId): ?self
    {
        return Records::one(
            self::class,
            Rows::maybe(DB::table('gather_crawls')->where('store_id', $storeId)->orderByDesc('id')->first()),
        );
    }

    /** @throws LogicException where it has none */
    public function base(): PageUrl
    {
        return PageUrl::parse($this->baseUrl) ?? throw new LogicException('The crawl has no base URL.');
    }

    /** Whether what it found stands for the whole store. */
    public function isWhole(): bool
    {
        return $this->doubt === null &&
            $this->cutOff === 0 &&
            $this->failed <= 0.02 * max(1, $this->fetched) &&
            $this->fetched > 0;
    }
}
