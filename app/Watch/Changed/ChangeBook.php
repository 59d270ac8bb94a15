<?php

declare(strict_types=1);

namespace App\Watch\Changed;

use App\Changes\Live\LiveChange;
use App\Changes\Live\LiveChanges;
use App\Changes\Live\ReleaseNames;
use App\Changes\Trials\TrialState;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/** Takes down what was changed: releases and trials as they went live; marks write their own rows. */
final readonly class ChangeBook
{
    /** Releases of so many days are looked at again, for their pages get live one by one. */
    private const DAYS = 400;

    public function __construct(private ReleaseNames $names)
    {
    }

    /** Called inside a transaction. */
    public function sync(Store $store): void
    {
        $since = now()->subDays(self::DAYS)->format('Y-m-d H:i:s');
        $undone = LiveChanges::lastUndone($store);
        $releases = array_filter(LiveChanges::releases($store), static fn (string $last): bool => $last >= $since);
        $known = Rows::of(
            DB::table('watch_changes')
                ->where('store_id', $store->id)
                ->where('source', ChangeSource::Release->value)
                ->get(['id', 'source_id', 'judged_at']),
        )->keyBy('source_id');
        $names = $this->names->of($store, array_keys($releases));
        foreach ($releases as $release => $last) {
            $name = $names[$release] ?? null;
            $row = $known[$release] ?? null;
            // What was judged after the last thing that happened to it is known as it is.
            $isNew = $row === null || $row->judged_at === null || $row->text('judged_at') <= max($last, $undone);
            if ($name !== null && $name->undoOf === null && $isNew) {
                $this->keep(
                    $store,
                    new KeptChange(
                        ChangeSource::Release,
                        $release,
                        0,
                        $name->name,
                        $row === null ? null : $row->int('id'),
                    ),
                    LiveChanges::ofRelease($store, $release),
                );
            }
        }
        $this->trials($store);
    }

    private function trials(Store $store): void
    {
        foreach (
            Rows::all(
                'SELECT t.id, t.name, t.starts_at, t.field, g.number, g.name AS wording, g.recipe_id,
                    c.id AS known FROM text_trials t
                    JOIN text_trial_groups g ON g.trial_id = t.id AND g.recipe_id IS NOT NULL
                    LEFT JOIN watch_changes c ON c.store_id = t.store_id AND c.source = ? AND c.source_id = t.id
                    AND c.part = g.number WHERE t.store_id = ? AND t.state IN (?, ?) AND t.starts_at IS NOT NULL
                    ORDER BY t.id, g.number',
                [ChangeSource::Trial->value, $store->id, TrialState::Running->value, TrialState::Over->value],
            ) as $group
        ) {
            $pages = Rows::all(
                'SELECT page_id FROM text_trial_pages WHERE trial_id = ? AND number = ? AND page_id IS NOT NULL
                    AND value IS NOT NULL',
                [$group->id, $group->number],
            );
            $this->keep(
                $store,
                new KeptChange(
                    ChangeSource::Trial,
                    $group->int('id'),
                    $group->int('number'),
                    "$group->name: $group->wording",
                    $group->intOrNull('known'),
                ),
                array_map(
                    static fn (int $page): LiveChange => new LiveChange(
                        $page,
                        [$group->int('field')],
                        'recipe',
                        $group->text('starts_at'),
                        null,
                        null,
                        null,
                        $group->int('recipe_id'),
                    ),
                    Bulk::ids($pages, 'page_id'),
                ),
            );
        }
    }

    /** What somebody decides once a result has been read. */
    public static function decide(Store $store, int $change, Decision $decision, ?int $user): void
    {
        DB::table('watch_changes')
            ->where('store_id', $store->id)
            ->where('id', $change)
            ->update([
                'decided' => $decision->value,
                'decided_by' => $decision === Decision::Open ? null : $user,
                'decided_at' => now(),
            ]);
    }

    /** @param  list<LiveChange>  $changes */
    private function keep(Store $store, KeptChange $kept, array $changes): void
    {
        $known = $kept->known;
        if ($changes === []) {
            return;
        }
        $day = static fn (?string $moment): ?string => $moment === null
            ? null
            : Carbon::parse($moment, 'UTC')->setTimezone($store->timezone)->format('Y-m-d');
        $days = array_map(static fn (LiveChange $one): string => (string) $day($one->liveAt), $changes);
        sort($days);
        $row = [
            'name' => mb_substr($kept->name, 0, 160),
            'first_day' => $days[0],
            'day' => $days[(int) ceil(0.9 * count($days)) - 1],
            'pages' => count($changes),
            'fields' => array_sum(
                array_map(
                    static fn (int $field): int => self::bit($field),
                    array_unique(
                        array_merge(...array_map(static fn (LiveChange $one): array => $one->fields, $changes)),
                    ),
                ),
            ),
        ];
        if ($known === null) {
            $known = DB::table('watch_changes')->insertGetId(
                $row + [
                    'store_id' => $store->id,
                    'source' => $kept->source->value,
                    'source_id' => $kept->sourceId,
                    'part' => $kept->part,
                    'created_at' => now(),
                ],
            );
        } else {
            DB::table('watch_changes')->where('id', $known)->update($row);
        }
        Bulk::upsert(
            'watch_pages',
            ['change_id', 'page_id', 'store_id', 'live_on', 'undone_on', 'fields', 'origin', 'recipe_id'],
            array_map(
                static fn (LiveChange $one): array => [
                    $known,
                    $one->page,
                    $store->id,
                    $day($one->liveAt),
                    $day($one->undoneAt),
                    array_sum(array_map(self::bit(...), $one->fields)),
                    $one->origin,
                    $one->recipe,
                ],
                $changes,
            ),
            'live_on = VALUES(live_on), undone_on = VALUES(undone_on), fields = VALUES(fields),
                origin = VALUES(origin), recipe_id = VALUES(recipe_id)',
        );
        $kept->source === ChangeSource::Release && Promises::take($store, $known, $kept->sourceId);
    }

    /** Texts are bits already, up to 128; fields of addresses stand above them. */
    public static function bit(int $field): int
    {
        return TextField::tryFrom($field) === null ? 1 << ($field - 3) : $field;
    }
}
