<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

use App\Inventory\WhyNot;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Url\PageUrl;

/** What a decision makes of the pages of its cause: reckoned before it is made, and written down when it is. */
final class Reckoning
{
    /** Pages that are written together. */
    private const CHUNK = 2000;

    /**
     * What a choice would do for a cause, before it holds.
     *
     * @return array<string, array{int, int}> addresses and clicks by means
     */
    public static function preview(Store $store, int $cause, CauseSort $sort, string $choice): array
    {
        $counts = [];
        foreach (self::rows($store, $cause) as $row) {
            $means = self::policy($store, $row, $sort, new Choice($choice, true))->means->value;
            $counts[$means] = [($counts[$means][0] ?? 0) + 1, ($counts[$means][1] ?? 0) + $row->int('clicks')];
        }

        return $counts;
    }

    /** @param  array<int, true>  $causes  by id */
    public static function all(Store $store, array $causes): void
    {
        foreach (
            $causes === []
                ? []
                : Rows::of(
                    DB::table('untangle_causes')
                        ->where('store_id', $store->id)
                        ->whereIn('id', array_keys($causes))
                        ->get(['id', 'sort', 'decision']),
                ) as $cause
        ) {
            $sort = CauseSort::from($cause->text('sort'));
            self::of(
                $store,
                $cause->int('id'),
                $sort,
                new Choice($cause->decision ?? Rules::of($store)->choice($sort), $cause->decision !== null),
            );
        }
    }

    public static function of(Store $store, int $cause, CauseSort $sort, Choice $choice): void
    {
        $byResult = [];
        $toDo = $safe = $exceptions = 0;
        $actions = [];
        foreach (self::rows($store, $cause) as $row) {
            $policy = self::policy($store, $row, $sort, $choice);
            $byResult[
                "{$policy->means->value}\n".(int) $policy->isSafe."\n".Reason::pack([$policy->why])
            ][] = $row->int('page_id');
            $isToDo = $policy->means !== Means::Leave;
            $toDo += $isToDo ? 1 : 0;
            $safe += $isToDo && $policy->isSafe ? 1 : 0;
            $exceptions += $row->own !== null || ($isToDo && ! $policy->isSafe) ? 1 : 0;
            $isToDo && ($actions[$policy->means->value] = ($actions[$policy->means->value] ?? 0) + 1);
        }
        arsort($actions);
        DB::transaction(static function () use ($store, $cause, $byResult, $toDo, $safe, $exceptions, $actions): void {
            foreach ($byResult as $result => $pages) {
                [$means, $isSafe, $why] = explode("\n", $result);
                foreach (array_chunk($pages, self::CHUNK) as $chunk) {
                    DB::table('untangle_pages')
                        ->where('store_id', $store->id)
                        ->whereIn('page_id', $chunk)
                        ->update(['action' => $means, 'why' => $why, 'is_safe' => (int) $isSafe]);
                }
            }
            DB::table('untangle_causes')
                ->where('id', $cause)
                ->update([
                    'to_do' => $toDo,
                    'exceptions' => $exceptions,
                    'is_safe' => $toDo > 0 && $safe >= 0.95 * $toDo ? 1 : 0,
                    'action' => array_key_first($actions) ?? Means::Leave->value,
                ]);
        });
    }

    private static function policy(Store $store, Row $row, CauseSort $sort, Choice $ofCause): Policy
    {
        $choice = $row->own ?? $ofCause->value;
        $isDecided = $ofCause->isDecided || $row->own !== null;
        $verdict = CanonicalVerdict::fromKey($row->text('verdict')) ?? CanonicalVerdict::NotNeeded;
        $isClosed = WhyNot::from($row->int('why_not'))->isClosed();
        if ($sort === CauseSort::Narrow) {
            return Policy::narrow($choice, $verdict, $isClosed, $row->facet === 'promoted');
        }
        if ($row->int('keeper_page') === 0 || $row->int('keeper_page') === $row->int('page_id')) {
            return Policy::declared($verdict, $choice, $isDecided);
        }
        $isLearned = ! in_array($sort, [CauseSort::Parameter, CauseSort::Variant], true) || $row->isTrue('is_safe');
        $demand = $choice === 'demand' && $sort === CauseSort::Variant ? self::demand($store, $row) : null;

        return Policy::beside(
            $choice,
            $isDecided,
            new Standing(
                $row->int('status'),
                $verdict,
                $isClosed,
                $row->int('sureness') / 1000,
                $isLearned,
                $row->int('lead_points') / 100,
                Standing::isBusier($row->int('clicks'), $row->int('keeper_clicks')),
                $demand,
            ),
        );
    }

    private static function demand(Store $store, Row $row): ?Reason
    {
        static $demand = [];
        $demand[$store->id] ??= new OwnDemand($store);
        [$variant, $product] = [PageUrl::parse($row->text('url')), PageUrl::parse($row->text('keeper_url'))];

        return $variant === null || $product === null
            ? null
            : $demand[$store->id]->of(
                $variant,
                $product,
                $row->int('tangle_id'),
                static fn (): array => Bulk::ids(
                    Rows::all('SELECT page_id FROM untangle_pages WHERE store_id = ? AND tangle_id = ?', [
                        $store->id,
                        $row->tangle_id,
                    ]),
                    'page_id',
                ),
            );
    }

    /** @return \Generator<Row> the addresses of a cause, with what a policy asks of them */
    private static function rows(Store $store, int $cause): \Generator
    {
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                "SELECT u.page_id, u.keeper_page, u.tangle_id, u.verdict, u.sureness, u.is_safe, u.clicks, i.status,
                    i.why_not, COALESCE(k.clicks, 0) AS keeper_clicks, COALESCE(t.lead_points, 0) AS lead_points,
                    d.value AS own, f.state AS facet, p.url, kp.url AS keeper_url
                FROM untangle_pages u JOIN page_index i ON i.store_id = u.store_id AND i.page_id = u.page_id
                JOIN pages p ON p.id = u.page_id LEFT JOIN untangle_pages k ON k.store_id = u.store_id
                AND k.page_id = u.keeper_page LEFT JOIN pages kp ON kp.id = u.keeper_page LEFT JOIN untangle_tangles t
                ON t.store_id = u.store_id AND t.tangle_id = u.tangle_id
                LEFT JOIN untangle_decisions d ON d.store_id = u.store_id AND d.page_id = u.page_id
                AND d.sort = 'action' LEFT JOIN untangle_facets f ON f.store_id = u.store_id AND f.page_id = u.page_id
                WHERE u.store_id = ? AND u.cause_id = ? AND u.page_id > ? ORDER BY u.page_id LIMIT ".self::CHUNK,
                [$store->id, $cause, $after],
            );
            yield from $rows;
            if ($rows === []) {
                return;
            }
        }
    }
}
