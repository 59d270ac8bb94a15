<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use Orchard\Core\Url\PageUrl;
use Orchard\Core\Url\UrlPatterns;

/**
 * How many pages of each pattern of addresses a crawl has taken, and how many it left. Counted in the order in which
 * pages are taken, which is the same every time; written down with the batch, so that a kill neither loses nor repeats
 * a count.
 */
final class TrapBudget
{
    /** @var array<string, int> pages taken, by the first 8 bytes of the pattern's digest */
    private array $taken = [];

    /** @var array<string, array{string, int, int}> pattern, pages taken and left since the last write */
    private array $news = [];

    public function __construct(private readonly int $crawl, private readonly int $budget)
    {
        foreach (Rows::all('SELECT digest, taken FROM gather_patterns WHERE crawl_id = ?', [$crawl]) as $row) {
            $this->taken[$row->text('digest')] = $row->int('taken');
        }
    }

    /** Whether a page may still be taken; it does not count before it has been done. */
    public function allows(PageUrl $url): bool
    {
        $patterns = UrlPatterns::of($url);
        foreach ($patterns as $pattern => $share) {
            $digest = self::digest((string) $pattern);
            if (($this->taken[$digest] ?? 0) >= max(5, (int) ($this->budget * $share))) {
                $this->news[$digest] ??= [(string) $pattern, 0, 0];
                $this->news[$digest][2]++;

                return false;
            }
        }
        foreach (array_keys($patterns) as $pattern) {
            $digest = self::digest((string) $pattern);
            $this->taken[$digest] = ($this->taken[$digest] ?? 0) + 1;
        }

        return true;
    }

    /**
     * Called inside the transaction that writes these pages down.
     *
     * @param  list<Outcome>  $outcomes  those that were taken and are done count
     */
    public function write(array $outcomes): void
    {
        foreach ($outcomes as $outcome) {
            $isDone = $outcome->state === FrontierState::Done || $outcome->state === FrontierState::Failed;
            $url = $isDone ? PageUrl::parse($outcome->page->url) : null;
            foreach ($url === null ? [] : array_keys(UrlPatterns::of($url)) as $pattern) {
                $digest = self::digest((string) $pattern);
                $this->news[$digest] ??= [(string) $pattern, 0, 0];
                $this->news[$digest][1]++;
            }
        }
        $rows = [];
        foreach ($this->news as $digest => [$pattern, $taken, $left]) {
            $rows[] = [$this->crawl, new Bytes((string) $digest), mb_strcut(mb_scrub($pattern), 0, 500), $taken, $left];
        }
        Bulk::upsert(
            'gather_patterns',
            ['crawl_id', 'digest', 'pattern', 'taken', 'cut'],
            $rows,
            'taken = taken + VALUES(taken), cut = cut + VALUES(cut)',
        );
        $this->news = [];
    }

    private static function digest(string $pattern): string
    {
        return substr(md5($pattern, true), 0, 8);
    }
}
