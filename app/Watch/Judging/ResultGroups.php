<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Changes\Origin;
use App\Stores\Kinds\PageKind;
use Orchard\Core\Outcome\Judge;
use Orchard\Core\Outcome\WatchedPage;

/** Parts the pages of a change by kind and by how their texts came to be, and says what came of each part. */
final class ResultGroups
{
    /** @var array<int, int> number of its group by page */
    private array $parts = [];

    /**
     * @param  array<int, list<PageSums>>  $sums  by page; the last is afterwards
     * @param  array<int, list<PageSums>>  $before  by page: as many weeks before
     */
    public function __construct(
        private readonly Judge $judge,
        private readonly Worth $worth,
        private readonly array $sums,
        private readonly array $before,
    ) {
    }

    /**
     * @param  list<WatchedPage>  $counting
     * @param  list<WatchedPage>  $sharing
     * @param  array<int, object>  $rows  of the changed pages
     * @return list<GroupResult> all first; groups in order of size
     */
    public function of(array $counting, array $sharing, array $rows): array
    {
        $groups = [];
        foreach ($counting as $page) {
            $groups[self::name($rows[$page->id])][] = $page;
        }
        uasort($groups, static fn (array $a, array $b): int => count($b) <=> count($a));
        $results = [$this->result(GroupResult::ALL, 'All pages of the change', $counting)];
        $sharing = array_values(array_filter($sharing, $this->judge->forecast->knows(...)));
        $sharing === [] ||
            ($results[] = $this->result(GroupResult::SHARING, 'Pages that share their queries', $sharing));
        $part = GroupResult::SHARING;
        foreach ($groups as $name => $pages) {
            $part++;
            foreach ($pages as $page) {
                $this->parts[$page->id] = $part;
            }
            $results[] = $this->result($part, (string) $name, $pages);
        }

        return $results;
    }

    /**
     * @param  list<WatchedPage>  $counting
     * @param  array<int, object>  $rows
     * @return list<list<int|float>> page, kind, group, sums before, sums afterwards, expected, gain
     */
    public function pages(array $counting, array $rows): array
    {
        return array_map(function (WatchedPage $page) use ($rows): array {
            $before = $this->before[$page->id][0];
            $after = $this->after($page);
            $expected = $this->judge->forecast->of($page);

            return [
                $page->id,
                (int) $rows[$page->id]->kind,
                $this->parts[$page->id],
                $before->clicks,
                $before->impressions,
                $before->places,
                $before->orders,
                $before->revenue,
                $after->clicks,
                $after->impressions,
                $after->places,
                $after->orders,
                $after->revenue,
                $expected,
                $page->after - $expected,
            ];
        }, $counting);
    }

    /** @param  list<WatchedPage>  $pages */
    private function result(int $part, string $name, array $pages): GroupResult
    {
        $before = $after = new PageSums();
        $clicks = $markets = [];
        foreach ($pages as $page) {
            $before = $before->plus($this->before[$page->id][0]);
            $after = $after->plus($this->after($page));
            $clicks[$page->id] = $this->judge->forecast->of($page);
            $markets[$page->id] = intdiv($page->stratum, 16);
        }

        return new GroupResult(
            $part,
            $name,
            $this->judge->outcome($pages),
            $before,
            $after,
            $this->worth->of($clicks, $markets),
        );
    }

    private function after(WatchedPage $page): PageSums
    {
        return $this->sums[$page->id][count($this->sums[$page->id]) - 1];
    }

    private static function name(object $row): string
    {
        $kind = ucfirst(PageKind::from((int) $row->kind)->plural());

        return match (Origin::tryFrom((string) $row->origin)) {
            Origin::Hand => "$kind, by hand",
            Origin::Recipe => "$kind, by recipe",
            Origin::Import => "$kind, from a file",
            Origin::Suggested => "$kind, suggested",
            default => $kind,
        };
    }
}
