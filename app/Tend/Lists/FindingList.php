<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Tend\Found\FindingGroup;
use App\Tend\Found\FindingState;
use App\Tend\Found\FindingType;
use App\Tend\Found\Leave;
use Illuminate\Support\Facades\DB;

/** Findings as screens, files and the API show them: by cause, or page by page in the order of their worth. */
final class FindingList
{
    public const PAGE = 60;

    private const PORTION = 2000;

    /**
     * @param  ?list<FindingType>  $types  null for all
     * @return list<FoundCause>
     */
    public static function causes(Store $store, ?array $types): array
    {
        $rows = Rows::of(
            DB::table('tend_causes')
                ->where('store_id', $store->id)
                ->when(
                    $types !== null,
                    static fn ($query) => $query->whereIn(
                        'type',
                        array_map(static fn (FindingType $type): int => $type->value, $types ?? []),
                    ),
                )
                ->where('pages', '>', 0)
                ->orderByDesc('worth')
                ->orderByDesc('pages')
                ->orderBy('id')
                ->limit(300)
                ->get(),
        )->all();
        $leaves = Rows::of(DB::table('tend_leaves')->where('store_id', $store->id)->where('page_id', 0)->get())->keyBy(
            static fn (Row $leave): string => $leave->type.bin2hex($leave->text('cause_digest')),
        );

        return array_map(static fn (Row $row): FoundCause => self::cause($row, $leaves->all()), array_values($rows));
    }

    public static function findCause(Store $store, int $id): ?FoundCause
    {
        $row = Rows::maybe(DB::table('tend_causes')->where('store_id', $store->id)->where('id', $id)->first());
        if ($row === null) {
            return null;
        }
        $leave = Rows::maybe(
            DB::table('tend_leaves')
                ->where('store_id', $store->id)
                ->where('type', $row->type)
                ->where('page_id', 0)
                ->where('cause_digest', $row->digest)
                ->first(),
        );

        return self::cause($row, $leave === null ? [] : [$row->type.bin2hex($row->text('digest')) => $leave]);
    }

    /**
     * The findings of a cause or of types, by worth, sixty at a time.
     *
     * @return array{rows: list<FoundRow>, next: ?string}
     */
    public static function page(Store $store, AskedFindings $asked, ?string $after, int $size = self::PAGE): array
    {
        $state = $asked->state;
        [$where, $values] =
            $asked->cause === null
                ? [
                    'f.store_id = ? AND f.state = ? AND f.type IN ('.
                    Bulk::list(array_map(static fn (FindingType $type): int => $type->value, $asked->types)).
                    ')',
                    [$store->id, $state->value],
                ]
                : ['f.cause_id = ? AND f.store_id = ? AND f.state = ?', [$asked->cause, $store->id, $state->value]];
        if ($after !== null && preg_match('/^(\d+(?:\.\d+)?(?:e[+\-]?\d+)?)_(\d+)$/i', $after, $found) === 1) {
            $where .= ' AND (f.worth < ? OR (f.worth = ? AND f.id < ?))';
            array_push($values, $found[1], $found[1], (int) $found[2]);
        }
        $rows = Rows::all(
            "SELECT * FROM (SELECT f.id, f.type, f.page_id, f.cause_id, f.state, f.detail, f.spots, f.target_page,
                f.clicks, f.revenue, f.upside, f.worth, f.found_at, f.mended_at FROM tend_findings f WHERE $where
                ORDER BY f.worth DESC, f.id DESC LIMIT ".
                ($size + 1).
                ') s ORDER BY worth DESC, id DESC',
            $values,
        );
        $next = null;
        if (count($rows) > $size) {
            array_pop($rows);
            $last = $rows[count($rows) - 1];
            $next = self::number($last->worth).'_'.$last->id;
        }

        return ['rows' => self::told($store, array_values($rows)), 'next' => $next];
    }

    /**
     * @param  list<int>  $ids
     * @return list<FoundRow> by type
     */
    public static function some(Store $store, array $ids): array
    {
        return self::told(
            $store,
            array_values(
                Rows::all(
                    'SELECT id, type, page_id, cause_id, state, detail, spots, target_page, clicks, revenue, upside,
                        worth,
                        found_at, mended_at FROM tend_findings WHERE store_id = ? AND id IN ('.
                        Bulk::list($ids).
                        ') ORDER BY type',
                    [$store->id],
                ),
            ),
        );
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, array{page: int, type: int}> page and type of these findings, by id
     */
    public static function pagesOf(Store $store, array $ids): array
    {
        $pages = [];
        foreach (
            Rows::of(
                DB::table('tend_findings')
                    ->where('store_id', $store->id)
                    ->whereIn('id', $ids)
                    ->get(['id', 'page_id', 'type']),
            ) as $row
        ) {
            $pages[$row->int('id')] = ['page' => $row->int('page_id'), 'type' => $row->int('type')];
        }

        return $pages;
    }

    /** @return array{open: int, left: int, mended: int} pages of a group */
    public static function counts(Store $store, FindingGroup $group): array
    {
        $sums = Rows::maybe(
            DB::table('tend_causes')
                ->where('store_id', $store->id)
                ->whereIn('type', array_map(static fn (FindingType $type): int => $type->value, $group->types()))
                ->selectRaw(
                    'COALESCE(SUM(pages), 0) AS open, COALESCE(SUM(left_pages), 0) AS lies, COALESCE(SUM(mended), 0) AS
                    mended',
                )
                ->first(),
        );

        return [
            'open' => (int) ($sums->open ?? 0),
            'left' => (int) ($sums->lies ?? 0),
            'mended' => (int) ($sums->mended ?? 0),
        ];
    }

    /** @return list<string> columns of the export of a group */
    public static function columns(): array
    {
        return [
            'url', 'finding', 'cause', 'seen', 'spots', 'clicks', 'revenue', 'upside', 'repair', 'target', 'state',
            'since',
        ];
    }

    /** @return \Generator<list<string|int|float>> every open and left finding of a group */
    public static function export(Store $store, FindingGroup $group): \Generator
    {
        foreach ([FindingState::Open, FindingState::Left] as $state) {
            $after = null;
            do {
                ['rows' => $rows, 'next' => $after] = self::page(
                    $store,
                    AskedFindings::ofTypes($group->types(), $state),
                    $after,
                    self::PORTION,
                );
                foreach ($rows as $row) {
                    yield [
                        $row->url,
                        $row->kind->key(),
                        $row->cause,
                        $row->seen,
                        $row->spots,
                        $row->clicks,
                        round($row->revenue, 2),
                        round($row->upside, 2),
                        $row->repair,
                        $row->targetUrl,
                        strtolower($state->name),
                        substr($row->foundAt, 0, 10),
                    ];
                }
            } while ($after !== null);
        }
    }

    /**
     * @param  list<Row>  $rows  of the database
     * @return list<FoundRow>
     */
    private static function told(Store $store, array $rows): array
    {
        if ($rows === []) {
            return [];
        }
        $pages = array_values(array_unique([...Bulk::ids($rows, 'page_id'), ...Bulk::ids($rows, 'target_page')]));
        $urls = $titles = $causes = [];
        foreach (array_chunk($pages, 500) as $some) {
            foreach (
                Rows::all(
                    'SELECT p.id, p.url, f.title FROM pages p LEFT JOIN page_facts f ON f.page_id = p.id AND
                        f.to_crawl = 0
                        WHERE p.store_id = ? AND p.id IN ('.
                        Bulk::list($some).
                        ')',
                    [$store->id],
                ) as $page
            ) {
                $urls[$page->int('id')] = $page->text('url');
                $titles[$page->int('id')] = $page->text('title');
            }
        }
        foreach (
            Rows::of(
                DB::table('tend_causes')
                    ->whereIn('id', array_values(array_unique(Bulk::ids($rows, 'cause_id'))))
                    ->get(['id', 'name']),
            ) as $cause
        ) {
            $causes[$cause->int('id')] = Typed::map($cause->name);
        }
        foreach ($rows as $row) {
            $row->kind = FindingType::from($row->int('type'));
            $cause = $causes[$row->int('cause_id')] ?? [];
            $row->detail = Typed::map($row->detail);
            $row->url = $urls[$row->int('page_id')] ?? '';
            $row->title = $titles[$row->int('page_id')] ?? '';
            $row->target_url =
                $urls[$row->int('target_page')] ?? (is_string($row->detail['to'] ?? null) ? $row->detail['to'] : '');
            $row->cause = CauseWords::of($row->kind, $cause);
            $row->seen = DetailWords::of($row->kind, $row->detail, $row->int('spots'));
            $row->repair =
                $row->kind === FindingType::Orphan
                    ? DetailWords::end(Typed::text($row->detail['end'] ?? ''), $row->target_url !== '')
                    : CauseWords::repair($row->kind, $cause);
        }

        return Records::of(FoundRow::class, $rows);
    }

    /** @param  array<array-key, Row>  $leaves */
    private static function cause(Row $row, array $leaves): FoundCause
    {
        $cause = Typed::map($row->name);
        $row->kind = FindingType::from($row->int('type'));
        $row->words = CauseWords::of($row->kind, $cause);
        $row->repair = CauseWords::repair($row->kind, $cause);
        $row->leave = Records::one(Leave::class, $leaves[$row->type.bin2hex($row->text('digest'))] ?? null);

        return Records::of(FoundCause::class, [$row])[0];
    }

    private static function number(mixed $worth): string
    {
        return json_encode((float) (is_numeric($worth) ? $worth : 0), JSON_THROW_ON_ERROR);
    }
}
