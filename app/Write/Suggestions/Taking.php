<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

use App\Changes\Editing\Author;
use App\Changes\Editing\DraftWriter;
use App\Changes\Editing\EditAction;
use App\Changes\Editing\EditSteps;
use App\Changes\Editing\TextEdit;
use App\Changes\Events\TextsChanged;
use App\Changes\Origin;
use App\Changes\SaveOutcome;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/** What people make of suggestions: they take one, as it is or edited, refuse them, or take the best of many pages. */
final class Taking
{
    private const PORTION = 500;

    public function __construct(private readonly DraftWriter $writer, private readonly EditSteps $steps)
    {
    }

    /**
     * Makes a draft of a suggestion; it can be taken back like anything that is done on the desk.
     *
     * @param  string  $text  as it is wanted: the suggestion's own text, or what somebody made of it
     * @param  int  $seenRevision  revision of the draft that was on the screen; 0 where there was none
     *
     * @throws InvalidArgumentException where the text is too long
     */
    public function take(
        Store $store,
        OfferedText $suggestion,
        string $text,
        int $seenRevision,
        int $userId,
    ): SaveOutcome {
        $field = $suggestion->field;
        $step = $this->steps->begin($store, $userId, EditAction::Suggested);
        [$outcome] = $this->writer->save(
            $store,
            [new TextEdit($suggestion->resourceId, $field, $text, $seenRevision)],
            new Author(Origin::Suggested, $userId, stepId: $step),
        );
        $this->steps->end($store, $userId, $step);
        if ($outcome->saved) {
            $isAsItWas = trim($text) === $suggestion->text;
            self::decide([$suggestion->id], $isAsItWas ? SuggestionState::Taken : SuggestionState::Edited, $userId);
            self::passOver($suggestion->wishId, [$suggestion->resourceId], $userId);
        }

        return $outcome;
    }

    public static function find(Store $store, int $suggestion): ?OfferedText
    {
        return Records::one(
            OfferedText::class,
            Rows::maybe(
                DB::table('write_suggestions')->where('store_id', $store->id)->where('id', $suggestion)->first(),
            ),
        );
    }

    /** Refuses what is offered for a page, or one text of it. */
    public function refuse(Store $store, int $wish, int $resource, ?int $suggestion, int $userId): int
    {
        $ids = DB::table('write_suggestions')
            ->where('store_id', $store->id)
            ->where('wish_id', $wish)
            ->where('resource_id', $resource)
            ->where('state', SuggestionState::Offered->value)
            ->when($suggestion !== null, static fn ($query) => $query->where('id', $suggestion))
            ->pluck('id')
            ->map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0)
            ->all();
        self::decide(array_values($ids), SuggestionState::Refused, $userId);

        return count($ids);
    }

    /**
     * Takes the best of each page: what has no fault, claims nothing without a fact and meets what was asked for.
     * Pages whose draft a person wrote are left alone, and so are those where something was decided already.
     *
     * @return int how many texts were taken
     */
    public function takeClean(Store $store, int $wish, int $userId): int
    {
        $step = $this->steps->begin($store, $userId, EditAction::Suggested);
        $by = new Author(Origin::Suggested, $userId, stepId: $step);
        $taken = $after = 0;
        while (($rows = self::clean($store, $wish, $after)) !== []) {
            $edits = array_map(
                static fn (OfferedText $row): TextEdit => new TextEdit(
                    $row->resourceId,
                    $row->field,
                    $row->text,
                    $row->revision,
                ),
                $rows,
            );
            $ids = $resources = [];
            foreach ($this->writer->save($store, $edits, $by) as $nth => $outcome) {
                if ($outcome->saved) {
                    $ids[] = $rows[$nth]->id;
                    $resources[] = $rows[$nth]->resourceId;
                }
            }
            self::decide($ids, SuggestionState::Taken, $userId);
            self::passOver($wish, $resources, $userId);
            $taken += count($ids);
            $after = end($rows)->resourceId;
        }
        $this->steps->end($store, $userId, $step);

        return $taken;
    }

    /** How many pages have a text that takeClean() would take. */
    public static function countClean(Store $store, int $wish): int
    {
        return Rows::figure(
            'SELECT COUNT(DISTINCT s.resource_id) AS n'.self::cleanFrom(),
            self::cleanValues($store, $wish),
        );
    }

    /** A text that was taken and is changed by hand afterwards was not good as it was. */
    public function afterChange(TextsChanged $event): void
    {
        $isAsked = DB::table('write_suggestions')
            ->where('store_id', $event->storeId)
            ->where('state', SuggestionState::Taken->value)
            ->exists();
        foreach ($isAsked ? array_chunk($event->resourceIds, 2000) : [] as $some) {
            // A draft over a suggestion that is live by now is another text, and no edit of that one.
            DB::update(
                'UPDATE write_suggestions s JOIN drafts d ON d.resource_id = s.resource_id AND d.field = s.field
                    SET s.state = ? WHERE s.state = ? AND BINARY d.value <> BINARY s.text
                    AND BINARY d.base_value <> BINARY s.text AND s.resource_id IN ('.
                    Bulk::list($some).
                    ')',
                [SuggestionState::Edited->value, SuggestionState::Taken->value],
            );
        }
    }

    /** @return list<OfferedText> one a page */
    private static function clean(Store $store, int $wish, int $after): array
    {
        return Records::select(
            OfferedText::class,
            'SELECT s.id, s.wish_id, s.resource_id, s.field, s.text, COALESCE(d.revision, 0) AS revision'.
                self::cleanFrom().
                ' AND s.resource_id > ? ORDER BY s.resource_id LIMIT '.
                self::PORTION,
            [...self::cleanValues($store, $wish), $after],
        );
    }

    private static function cleanFrom(): string
    {
        return ' FROM write_suggestions s
            LEFT JOIN drafts d ON d.resource_id = s.resource_id AND d.field = s.field
            WHERE s.store_id = ? AND s.wish_id = ? AND s.state = ?
            AND s.place = (SELECT MIN(o.place) FROM write_suggestions o WHERE o.wish_id = s.wish_id
                AND o.resource_id = s.resource_id AND o.state = s.state AND o.checks = 0 AND o.doubts = "[]")
            AND NOT EXISTS (SELECT 1 FROM write_suggestions t WHERE t.wish_id = s.wish_id
                AND t.resource_id = s.resource_id AND t.state IN (?, ?))
            AND (d.id IS NULL OR d.origin = ?)';
    }

    /** @return list<int|string> */
    private static function cleanValues(Store $store, int $wish): array
    {
        return [
            $store->id,
            $wish,
            SuggestionState::Offered->value,
            SuggestionState::Taken->value,
            SuggestionState::Edited->value,
            Origin::Recipe->value,
        ];
    }

    /** @param  list<int>  $ids */
    private static function decide(array $ids, SuggestionState $state, int $userId): void
    {
        foreach (array_chunk($ids, 1000) as $some) {
            DB::table('write_suggestions')
                ->whereIn('id', $some)
                ->update(['state' => $state->value, 'decided_by' => $userId, 'decided_at' => now()]);
        }
    }

    /** @param  list<int>  $resources  pages one text of which was taken */
    private static function passOver(int $wish, array $resources, int $userId): void
    {
        foreach (array_chunk($resources, 1000) as $some) {
            DB::table('write_suggestions')
                ->where('wish_id', $wish)
                ->whereIn('resource_id', $some)
                ->where('state', SuggestionState::Offered->value)
                ->update(['state' => SuggestionState::Passed->value, 'decided_by' => $userId, 'decided_at' => now()]);
        }
    }
}
