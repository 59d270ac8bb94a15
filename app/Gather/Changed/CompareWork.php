<?php

declare(strict_types=1);

namespace App\Gather\Changed;

use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Text\Edit;

/**
 * Compares what two crawls saw, page by page from the intervals of their facts, and gathers what was changed in the
 * same way into causes: a theme that renames the shop in 8,000 titles is one line.
 */
final class CompareWork implements LongWork
{
    private const CHUNK = 2000;

    /** Pages changed in one way are a cause of their own from this many on. */
    private const LEAST = 3;

    public static function sort(): string
    {
        return 'gather.compare';
    }

    public static function title(): string
    {
        return 'comparing two crawls';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
        if ($end->state !== 'done') {
            DB::table('gather_comparisons')
                ->where('id', $subjectId)
                ->update(['state' => $end->state]);
        }
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $comparison = Records::one(
            Comparison::class,
            Rows::maybe(DB::table('gather_comparisons')->where('id', $run->subjectId)->first()),
        );
        if ($comparison === null) {
            return SliceEnd::failed('The comparison no longer exists.');
        }
        if ($comparison->state === 'done') {
            return SliceEnd::done(); // Its process died between the last write and letting go.
        }
        $after = $comparison->comparedTo;
        while (true) {
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $pages = $this->changedPages($comparison, $after);
            if ($pages === []) {
                break;
            }
            $after = $pages[count($pages) - 1];
            $rows = $this->changes($comparison, $pages);
            $run->fenced(static function () use ($run, $rows, $after): void {
                Bulk::write(
                    'gather_changes',
                    [
                        'comparison_id', 'page_id', 'aspect', 'cause', 'kind', 'clicks', 'before_text', 'after_text',
                        'removed', 'added',
                    ],
                    $rows,
                    'INSERT IGNORE',
                );
                DB::table('gather_comparisons')
                    ->where('id', $run->subjectId)
                    ->update(['compared_to' => $after]);
            });
            $run->beat();
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
        $run->fenced(fn () => $this->gatherCauses($run->subjectId));

        return SliceEnd::done();
    }

    /** @return list<int> the next pages with an interval that begins or ends between the two crawls */
    private function changedPages(Comparison $comparison, int $after): array
    {
        return Bulk::ids(
            Rows::all(
                'SELECT DISTINCT page_id FROM (
                SELECT page_id FROM page_facts WHERE store_id = ? AND from_crawl > ? AND from_crawl <= ?
                AND page_id > ?
                UNION SELECT page_id FROM page_facts WHERE store_id = ? AND to_crawl > ? AND to_crawl <= ?
                AND page_id > ?) changed ORDER BY page_id LIMIT '.self::CHUNK,
                [
                    $comparison->storeId,
                    $comparison->beforeCrawl,
                    $comparison->afterCrawl,
                    $after,
                    $comparison->storeId,
                    $comparison->beforeCrawl,
                    $comparison->afterCrawl,
                    $after,
                ],
            ),
            'page_id',
        );
    }

    /**
     * @param  list<int>  $pages
     * @return list<list<int|string|Bytes|null>>
     */
    private function changes(Comparison $comparison, array $pages): array
    {
        $states = [];
        foreach (
            Rows::all(
                'SELECT * FROM page_facts WHERE page_id IN ('.
                    Bulk::list($pages).
                    ') AND from_crawl <= ? AND (to_crawl = 0 OR to_crawl > ?)',
                [$comparison->afterCrawl, $comparison->beforeCrawl],
            ) as $row
        ) {
            if ($row->int('from_crawl') <= $comparison->beforeCrawl) {
                $states[$row->int('page_id')][0] = $row;
            }
            if ($row->int('to_crawl') === 0 || $row->int('to_crawl') > $comparison->afterCrawl) {
                $states[$row->int('page_id')][1] = $row;
            }
        }
        $index = [];
        foreach (
            Rows::all('SELECT page_id, kind, clicks FROM page_index WHERE page_id IN ('.Bulk::list($pages).')') as $row
        ) {
            $index[$row->int('page_id')] = [$row->int('kind'), $row->int('clicks')];
        }
        $rows = [];
        foreach ($states as $page => $pair) {
            [$kind, $clicks] = $index[$page] ?? [0, 0];
            foreach ($this->between($pair[0] ?? null, $pair[1] ?? null) as [$aspect, $before, $after]) {
                $edit = $aspect->isText() ? Edit::between((string) $before, (string) $after) : null;
                $signature =
                    $edit?->signature() ??
                    ($aspect === Aspect::Appeared || $aspect === Aspect::Gone
                        ? ''
                        : md5($before."\n".$after, true));
                $rows[] = [
                    $comparison->id,
                    $page,
                    $aspect->value,
                    new Bytes(
                        md5(
                            $aspect->value.
                                ' '.
                                ($aspect === Aspect::Appeared || $aspect === Aspect::Gone ? $kind : '').
                                ' '.
                                $signature,
                            true,
                        ),
                    ),
                    $kind,
                    $clicks,
                    $before,
                    $after,
                    $edit?->removed,
                    $edit?->added,
                ];
            }
        }

        return $rows;
    }

    /** @return list<array{Aspect, ?string, ?string}> what differs, before and after */
    private function between(?Row $before, ?Row $after): array
    {
        if ($before === null || $after === null) {
            return match (true) {
                $after !== null => [[Aspect::Appeared, null, self::shown($after)]],
                $before !== null => [[Aspect::Gone, self::shown($before), null]],
                default => [],
            };
        }
        $found = [];
        if ($before->status !== $after->status) {
            $found[] = [Aspect::Status, self::shown($before), self::shown($after)];
        }
        if ($before->status !== $after->status && ($before->int('status') !== 200 || $after->int('status') !== 200)) {
            return $found; // Texts of an error page or a redirect are no change of texts.
        }
        foreach (
            [[Aspect::Redirect, 'redirect_url'], [Aspect::Title, 'title'], [Aspect::Description, 'description']] as [$aspect, $column]
        ) {
            if ($before->$column !== $after->$column) {
                $found[] = [$aspect, $before->$column, $after->$column];
            }
        }
        $list = static fn (string $json): string => implode(
            ', ',
            array_filter((array) json_decode($json, true), is_string(...)),
        );
        foreach (
            [
                [Aspect::H1, $list($before->h1s), $list($after->h1s)],
                [
                    Aspect::Canonical,
                    trim($list($before->canonicals).' '.$before->canonical_header),
                    trim($list($after->canonicals).' '.$after->canonical_header),
                ],
                [
                    Aspect::Robots,
                    trim($before->robots.' '.$before->robots_header),
                    trim($after->robots.' '.$after->robots_header),
                ],
            ] as [$aspect, $a, $b]
        ) {
            if ($a !== $b) {
                $found[] = [$aspect, $a, $b];
            }
        }

        return $found;
    }

    private static function shown(Row $facts): string
    {
        return ($facts->int('status') === 0 ? 'no answer' : $facts->text('status')).
            ($facts->redirect_url !== null
                ? ' → '.$facts->redirect_url
                : ($facts->int('status') === 200
                    ? ' '.$facts->title
                    : ''));
    }

    /**
     * Sums the causes; small ones of one aspect become one line together. Made anew each time. What a theme did to all
     * texts is one cause, whatever kinds of pages have them.
     */
    private function gatherCauses(int $comparison): void
    {
        DB::delete('DELETE FROM gather_causes WHERE comparison_id = ?', [$comparison]);
        // Canonicals and redirects lead each page elsewhere: only texts, robots rules and statuses can be one change
        // made many times.
        $ones = implode(',', [
            Aspect::Title->value,
            Aspect::Description->value,
            Aspect::H1->value,
            Aspect::Robots->value,
            Aspect::Appeared->value,
            Aspect::Gone->value,
        ]);
        DB::statement(
            'CREATE OR REPLACE TEMPORARY TABLE small_causes (cause BINARY(16) PRIMARY KEY, joined BINARY(16) NOT NULL)',
        );
        DB::insert(
            "INSERT INTO small_causes SELECT cause, UNHEX(MD5(CONCAT('own ', MIN(aspect)))) FROM gather_changes
                WHERE comparison_id = ? GROUP BY cause HAVING MIN(aspect) NOT IN ($ones) OR (COUNT(*) < ? AND
                    MIN(aspect) NOT IN (1, 2))",
            [$comparison, self::LEAST],
        );
        DB::update(
            'UPDATE gather_changes c JOIN small_causes s ON s.cause = c.cause SET c.cause = s.joined
                WHERE c.comparison_id = ?',
            [$comparison],
        );
        DB::insert(
            'INSERT INTO gather_causes (comparison_id, cause, aspect, kind, is_one, pages, clicks, removed, added)
                SELECT c.comparison_id, c.cause, MIN(c.aspect), IF(MIN(c.kind) = MAX(c.kind), MIN(c.kind), 0),
                MAX(s.joined IS NULL), COUNT(*), SUM(c.clicks), MIN(c.removed), MIN(c.added)
            FROM gather_changes c LEFT JOIN (SELECT DISTINCT joined FROM small_causes) s ON s.joined = c.cause
            WHERE c.comparison_id = ? GROUP BY c.comparison_id, c.cause',
            [$comparison],
        );
        DB::statement('DROP TEMPORARY TABLE small_causes');
        $this->findFolders($comparison);
        DB::table('gather_comparisons')
            ->where('id', $comparison)
            ->update(['state' => 'done']);
    }

    /** Says of each cause in which folder most of its pages stand, where nine in ten of them stand in one. */
    private function findFolders(int $comparison): void
    {
        $path = "SUBSTRING_INDEX(SUBSTRING(p.url, LOCATE('/', p.url, 9)), '?', 1)";
        $rows = Rows::all(
            "SELECT cause, folder, n FROM (SELECT c.cause, LEFT($path, LOCATE('/', $path, 2)) AS folder, COUNT(*)
                AS n, SUM(COUNT(*)) OVER (PARTITION BY c.cause) AS total FROM gather_changes c JOIN pages p
                ON p.id = c.page_id WHERE c.comparison_id = ? GROUP BY c.cause, folder) f WHERE n >= 3
                AND n >= 0.9 * total AND folder <> ''",
            [$comparison],
        );
        foreach ($rows as $row) {
            DB::table('gather_causes')
                ->where('comparison_id', $comparison)
                ->where('cause', $row->cause)
                ->update(['folder' => mb_strcut($row->text('folder'), 0, 190)]);
        }
    }
}
