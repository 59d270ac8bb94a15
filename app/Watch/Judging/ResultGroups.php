<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use Orchard\Core\Outcome\Judge;
use Orchard\Core\Outcome\WatchedPage;

/** Parts the pages of a change into groups, and says what came of each. */
final class ResultGroups
{
    /** @var array<int, int> number of its group by page */
    private array $parts = [];

    /**
     * @param  array<int, list<PageSums>>  $sums  by page; the last is afterwards
     * @param  array<int, list<PageSums>>  $before  by page: as many weeks before
     * @param  array<int, array<int, string>>  $names  of groups by page, by GroupedBy
     */
    public function __construct(
        private readonly Judge $judge,
        private readonly Worth $worth,
        private readonly array $sums,
        private readonly array $before,
        private readonly array $names,
    ) {
    }

    /**
     * @param  list<WatchedPage>  $counting
     * @param  list<WatchedPage>  $sharing
     * @return list<GroupResult> all first; groups of one sort together, in order of size
     */
    public function of(array $counting, array $sharing): array
    {
        $results = [$this->result(GroupedBy::Nothing, GroupResult::ALL, 'All pages of the change', $counting)];
        $sharing = array_values(array_filter($sharing, $this->judge->forecast->knows(...)));
        $sharing === [] ||
            ($results[] = $this->result(
                GroupedBy::Nothing,
                GroupResult::SHARING,
                'Pages that share their queries',
                $sharing,
            ));
        foreach ($this->names as $by => $names) {
            array_push($results, ...$this->parted(GroupedBy::from($by), $names, $counting));
        }

        return $results;
    }

    /**
     * @param  array<int, string>  $names  by page
     * @param  list<WatchedPage>  $counting
     * @return list<GroupResult>
     */
    private function parted(GroupedBy $by, array $names, array $counting): array
    {
        $groups = $results = [];
        foreach ($counting as $page) {
            isset($names[$page->id]) && ($groups[$names[$page->id]][] = $page);
        }
        $groups = array_filter($groups, static fn (array $pages): bool => count($pages) >= $by->least());
        uasort($groups, static fn (array $a, array $b): int => count($b) <=> count($a));
        foreach (array_slice($groups, 0, $by->most(), preserve_keys: true) as $name => $pages) {
            $part = $by->firstPart() + count($results);
            foreach ($by === GroupedBy::Work ? $pages : [] as $page) {
                $this->parts[$page->id] = $part;
            }
            $results[] = $this->result($by, $part, (string) $name, $pages);
        }

        return $results;
    }

    /**
     * @param  list<WatchedPage>  $counting
     * @param  array<int, ChangedPage>  $rows
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
                $rows[$page->id]->kind,
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
    private function result(GroupedBy $by, int $part, string $name, array $pages): GroupResult
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
            $by,
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
}
