<?php

declare(strict_types=1);

namespace App\Changes\Editing;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/**
 * What each person did to texts, newest first, so that it can be taken back and done again: after a reload and on
 * another machine, too. A step holds each draft as it was before and after; it is taken back text by text, where
 * nobody has changed the text since.
 */
final class EditSteps
{
    /** Steps that are kept for one person in one store. */
    private const MOST = 300;

    private const DONE = 1;

    private const UNDONE = 2;

    public function __construct(private readonly DraftWriter $writer)
    {
    }

    /**
     * Begins a step; what was taken back before it can be done again no longer.
     *
     * @param  ?int  $goesOn  a step that is not over yet, for it comes in portions; the last one alone goes on
     * @return int its number, to be given to the writer; a step without texts is dropped by end()
     */
    public function begin(Store $store, int $userId, EditAction $action, ?int $goesOn = null): int
    {
        if ($goesOn !== null && $this->last($store, $userId)?->id === $goesOn) {
            return $goesOn;
        }
        $this->drop($store, $userId, 'state = '.self::UNDONE);

        return DB::table('text_steps')->insertGetId([
            'store_id' => $store->id,
            'user_id' => $userId,
            'action' => $action->value,
            'texts' => 0,
            'state' => self::DONE,
            'made_at' => now(),
        ]);
    }

    public function end(Store $store, int $userId, int $stepId): void
    {
        if (DB::table('text_steps')->where('id', $stepId)->where('texts', 0)->delete() > 0) {
            return;
        }
        $oldest = DB::table('text_steps')
            ->where('store_id', $store->id)
            ->where('user_id', $userId)
            ->orderByDesc('id')
            ->skip(self::MOST)
            ->value('id');
        is_numeric($oldest) && $this->drop($store, $userId, 'id <= '.(int) $oldest);
    }

    /**
     * Keeps what a step changes; called in the transaction of the change.
     *
     * @param  list<DraftChange>  $changes
     */
    public static function keep(int $stepId, array $changes): void
    {
        Bulk::write(
            'text_step_rows',
            ['step_id', 'resource_id', 'field', 'before_draft', 'after_draft'],
            array_map(
                static fn (DraftChange $change): array => [
                    $stepId,
                    $change->text->resourceId,
                    $change->text->field->value,
                    $change->text->draft?->toJson(),
                    $change->draft?->toJson(),
                ],
                $changes,
            ),
        );
        DB::update('UPDATE text_steps SET texts = texts + ? WHERE id = ?', [count($changes), $stepId]);
    }

    /** What would be taken back next; null where there is nothing. */
    public function last(Store $store, int $userId): ?EditStep
    {
        return $this->find($store, $userId, self::DONE);
    }

    /** What would be done again next; null where nothing was taken back since the last change. */
    public function next(Store $store, int $userId): ?EditStep
    {
        return $this->find($store, $userId, self::UNDONE);
    }

    /** Takes the last step back; null where there is none. */
    public function undo(Store $store, int $userId): ?EditOutcome
    {
        return $this->turn($store, $userId, self::DONE);
    }

    /** Does what was taken back last once more; null where there is nothing. */
    public function redo(Store $store, int $userId): ?EditOutcome
    {
        return $this->turn($store, $userId, self::UNDONE);
    }

    private function find(Store $store, int $userId, int $state, bool $lock = false): ?EditStep
    {
        $row = Rows::maybe(
            DB::table('text_steps')
                ->where('store_id', $store->id)
                ->where('user_id', $userId)
                ->where('state', $state)
                ->where('texts', '>', 0)
                ->orderBy('id', $state === self::DONE ? 'desc' : 'asc')
                ->when($lock, static fn ($query) => $query->lockForUpdate())
                ->first(),
        );

        return $row === null ? null : EditStep::from($row);
    }

    private function turn(Store $store, int $userId, int $state): ?EditOutcome
    {
        // The step is locked to the end, so that two windows never take the same one back.
        return DB::transaction(function () use ($store, $userId, $state): ?EditOutcome {
            $step = $this->find($store, $userId, $state, lock: true);
            if ($step === null) {
                return null;
            }
            $isUndo = $state === self::DONE;
            $wanted = [];
            $rows = Rows::all(
                'SELECT resource_id, field, before_draft, after_draft FROM text_step_rows WHERE step_id = ?',
                [$step->id],
            );
            foreach ($rows as $row) {
                $before = DraftSnapshot::fromJson($row->before_draft);
                $after = DraftSnapshot::fromJson($row->after_draft);
                [$over, $draft] = $isUndo ? [$after, $before] : [$before, $after];
                $wanted[] = new Restoration(
                    $row->int('resource_id'),
                    TextField::from($row->int('field')),
                    $over === null ? 0 : $over->revision,
                    $draft,
                );
            }
            $stands = $this->writer->restore($store, $wanted, $userId);
            [$led, $left] = TermSteps::turn($store, $step->id, $isUndo, $userId);
            DB::table('text_steps')
                ->where('id', $step->id)
                ->update(['state' => $isUndo ? self::UNDONE : self::DONE]);
            $resources = array_combine($led, $led);
            foreach ($wanted as $nth => $one) {
                $stands[$nth] && ($resources[$one->resourceId] = $one->resourceId);
            }

            return new EditOutcome(
                $step,
                array_values($resources),
                $left + count(array_filter($stands, static fn (bool $stands): bool => ! $stands)),
            );
        });
    }

    private function drop(Store $store, int $userId, string $which): void
    {
        $steps = "SELECT id FROM text_steps WHERE store_id = ? AND user_id = ? AND $which";
        DB::delete("DELETE FROM text_step_rows WHERE step_id IN ($steps)", [$store->id, $userId]);
        DB::delete("DELETE FROM text_step_terms WHERE step_id IN ($steps)", [$store->id, $userId]);
        DB::delete("DELETE FROM text_steps WHERE store_id = ? AND user_id = ? AND $which", [$store->id, $userId]);
    }
}
