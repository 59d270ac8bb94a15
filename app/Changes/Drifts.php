<?php

declare(strict_types=1);

namespace App\Changes;

use App\Changes\Editing\Author;
use App\Changes\Editing\DraftWriter;
use App\Changes\Editing\TextEdit;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextShift;

/**
 * Texts that we released and that the shop has changed since without us. What counts as ours is what was released,
 * taken back, or accepted last; a text with a draft is no drift: its release will tell of the disagreement.
 */
final readonly class Drifts
{
    /** Texts that are decided on in one transaction. */
    private const PORTION = 500;

    public function __construct(private DraftWriter $writer)
    {
    }

    /**
     * Looks at all texts anew, after the shop's own were read; called inside a transaction. @return int how many have
     * drifted
     */
    public function look(Store $store): int
    {
        $found = Rows::all(
            "SELECT t.resource_id, t.field, r.name, COALESCE(h.after_value, '') AS ours, t.stored AS theirs
            FROM (SELECT resource_id, field, MAX(id) AS id FROM history WHERE store_id = ? AND event IN ('live',
            'undone', 'accepted') GROUP BY resource_id, field) last
            JOIN history h ON h.id = last.id JOIN resource_texts t ON t.resource_id = last.resource_id
            AND t.field = last.field JOIN resources r ON r.id = t.resource_id AND r.gone = 0
            LEFT JOIN drafts d ON d.resource_id = t.resource_id AND d.field = t.field
            WHERE d.resource_id IS NULL AND BINARY t.stored <> BINARY COALESCE(h.after_value, '')",
            [$store->id],
        );
        $known = Rows::of(DB::table('drifts')->where('store_id', $store->id)->get())->keyBy(
            static fn (Row $row): string => "$row->resource_id $row->field",
        );
        $rows = [];
        foreach ($found as $row) {
            $was = $known->pull("$row->resource_id $row->field");
            $isNew = $was === null || $was->theirs !== $row->theirs || $was->ours !== $row->ours;
            if ($isNew || $was->cause === '') {
                $rows[] = [
                    $row->int('resource_id'),
                    $row->int('field'),
                    $store->id,
                    $row->text('ours'),
                    $row->text('theirs'),
                    $isNew ? now()->format('Y-m-d H:i:s') : $was->text('seen_at'),
                    TextShift::between($row->text('ours'), $row->text('theirs'), $row->text('name'))->code(),
                ];
            }
        }
        foreach ($known->chunk(500) as $gone) {
            DB::table('drifts')
                ->where('store_id', $store->id)
                ->whereIn('resource_id', $gone->pluck('resource_id'))
                ->whereRaw(
                    '(resource_id, field) IN ('.
                        $gone
                            ->map(
                                static fn (Row $row): string => '('.
                                    $row->int('resource_id').
                                    ','.
                                    $row->int('field').
                                    ')',
                            )
                            ->implode(',').
                        ')',
                )
                ->delete();
        }
        Bulk::write(
            'drifts',
            ['resource_id', 'field', 'store_id', 'ours', 'theirs', 'seen_at', 'cause'],
            $rows,
            'REPLACE',
        );

        return count($found);
    }

    /**
     * What was done to how many texts, by field and cause: a theme that rewrote thousands is one line.
     *
     * @return list<DriftCause> the most texts first
     */
    public static function causes(Store $store): array
    {
        return array_values(
            array_map(
                DriftCause::of(...),
                Rows::all(
                    'SELECT d.field, d.cause, COUNT(*) AS texts, MIN(d.seen_at) AS first_at,
                        COALESCE(SUM(i.clicks), 0) AS clicks FROM drifts d JOIN resources r ON r.id = d.resource_id
                        LEFT JOIN page_index i ON i.page_id = r.page_id WHERE d.store_id = ? GROUP BY d.field, d.cause
                        ORDER BY texts DESC, d.field, d.cause LIMIT 50',
                    [$store->id],
                ),
            ),
        );
    }

    /**
     * Resource and field of texts that were changed in one way; of all where no field and cause are given.
     *
     * @param  ?string  $cause  code of a TextShift
     * @return list<array{int, int}>
     */
    public static function some(Store $store, ?int $field, ?string $cause, int $most): array
    {
        return array_values(
            array_map(
                static fn (Row $row): array => [$row->int('resource_id'), $row->int('field')],
                Rows::of(
                    DB::table('drifts')
                        ->where('store_id', $store->id)
                        ->when($field !== null, static fn ($query) => $query->where('field', $field))
                        ->when($cause !== null, static fn ($query) => $query->where('cause', $cause))
                        ->orderBy('resource_id')
                        ->orderBy('field')
                        ->limit($most)
                        ->get(['resource_id', 'field']),
                )->all(),
            ),
        );
    }

    public static function count(Store $store): int
    {
        return DB::table('drifts')->where('store_id', $store->id)->count();
    }

    /** @return list<DriftedText> */
    public static function list(Store $store, int $limit): array
    {
        return self::told(DB::table('drifts')->where('drifts.store_id', $store->id)->limit($limit));
    }

    /**
     * Makes drafts of our texts, to be released over the shop's.
     *
     * @param  list<array{int, int}>  $which  resource and field
     * @return int how many drafts were made
     */
    public function putBack(Store $store, array $which, ?int $userId): int
    {
        $made = 0;
        foreach (array_chunk($this->chosen($store, $which), self::PORTION) as $drifts) {
            $made += DB::transaction(function () use ($store, $drifts, $userId): int {
                $edits = array_map(
                    static fn (DriftedText $drift): TextEdit => new TextEdit(
                        $drift->resourceId,
                        $drift->field,
                        $drift->ours,
                        0,
                    ),
                    $drifts,
                );
                $outcomes = $this->writer->save($store, $edits, new Author(Origin::Hand, $userId));
                self::forget($drifts);

                return count(array_filter($outcomes, static fn (SaveOutcome $outcome): bool => $outcome->saved));
            });
        }

        return $made;
    }

    /**
     * Takes the shop's texts as the ones that are meant to be there.
     *
     * @param  list<array{int, int}>  $which  resource and field
     * @return int how many were accepted
     */
    public function accept(Store $store, array $which, ?int $userId): int
    {
        $accepted = 0;
        foreach (array_chunk($this->chosen($store, $which), self::PORTION) as $drifts) {
            DB::transaction(static function () use ($store, $drifts, $userId): void {
                $entries = array_map(
                    static fn (DriftedText $drift): array => [
                        $drift->resourceId,
                        new NewHistoryEntry(
                            $store->id,
                            $drift->field,
                            HistoryEvent::Accepted,
                            $drift->ours,
                            $drift->theirs,
                            $userId,
                        ),
                    ],
                    $drifts,
                );
                History::addMany($entries);
                self::forget($drifts);
            });
            $accepted += count($drifts);
        }

        return $accepted;
    }

    /** @param  list<DriftedText>  $drifts */
    private static function forget(array $drifts): void
    {
        DB::table('drifts')
            ->whereRaw(
                self::isOneOf(
                    array_map(
                        static fn (DriftedText $drift): array => [$drift->resourceId, $drift->field->value],
                        $drifts,
                    ),
                ),
            )
            ->delete();
    }

    /** @param  list<array{int, int}>  $which  not empty */
    private static function isOneOf(array $which): string
    {
        $pairs = array_map(static fn (array $one): string => "($one[0],$one[1])", $which);

        return '(resource_id, field) IN ('.implode(',', $pairs).')';
    }

    /**
     * @param  list<array{int, int}>  $which
     * @return list<DriftedText>
     */
    private function chosen(Store $store, array $which): array
    {
        return $which === []
            ? []
            : self::told(DB::table('drifts')->where('drifts.store_id', $store->id)->whereRaw(self::isOneOf($which)));
    }

    /** @return list<DriftedText> in the order of their resources */
    private static function told(Builder $drifts): array
    {
        return array_values(
            array_map(
                DriftedText::of(...),
                Rows::of(
                    $drifts
                        ->join('resources', 'resources.id', '=', 'drifts.resource_id')
                        ->orderBy('drifts.resource_id')
                        ->orderBy('field')
                        ->get(['drifts.*', 'resources.name', 'resources.page_id']),
                )->all(),
            ),
        );
    }
}
