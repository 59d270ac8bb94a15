<?php

declare(strict_types=1);

namespace App\Changes\Editing;

use App\Changes\Draft;
use App\Changes\HistoryEvent;
use App\Changes\Spells\SpellCause;
use App\Changes\Spells\Spells;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use Illuminate\Support\Facades\DB;

/** What is to be known of texts before they are written: their drafts, kinds, trials, and who was here since. */
final class TextLook
{
    /**
     * @param  array<string, LockedText>  $texts
     * @return array<string, string> until when texts are in a trial, by their keys
     */
    public static function inTrials(array $texts): array
    {
        return Spells::now(
            SpellCause::Trial,
            array_values(array_map(static fn (LockedText $text): int => $text->resourceId, $texts)),
        );
    }

    /**
     * @param  list<DraftChange>  $changes
     * @return array<int, int> kinds of pages by resource
     */
    public static function kinds(array $changes): array
    {
        $kinds = [];
        $list = Bulk::list(array_map(static fn (DraftChange $change): int => $change->text->resourceId, $changes));
        foreach (Rows::all("SELECT id, kind FROM resources WHERE id IN ($list)") as $row) {
            $kinds[$row->int('id')] = $row->int('kind');
        }

        return $kinds;
    }

    /**
     * @param  list<TextEdit>  $edits
     * @return array<string, Draft> the drafts that stand there now, by key
     */
    public static function drafts(array $edits): array
    {
        $drafts = [];
        foreach (self::byField($edits) as $field => $resources) {
            $list = Bulk::list($resources);
            foreach (Rows::all("SELECT * FROM drafts WHERE resource_id IN ($list) AND field = ?", [$field]) as $row) {
                $draft = Draft::fromRow($row);
                $drafts["$draft->resourceId $field"] = $draft;
            }
        }

        return $drafts;
    }

    /** Who changed a text since its reader's revision. */
    public static function authorSince(LockedText $text, TextEdit $edit): string
    {
        $row = Rows::maybe(
            DB::table('history')
                ->leftJoin('users', 'users.id', '=', 'history.user_id')
                ->where('resource_id', $text->resourceId)
                ->where('field', $text->field->value)
                ->where('history.id', '>', $edit->seenRevision)
                ->whereIn('event', [
                    HistoryEvent::Saved->value,
                    HistoryEvent::Reverted->value,
                    HistoryEvent::Restored->value,
                    HistoryEvent::Live->value,
                    HistoryEvent::Dropped->value,
                ])
                ->orderByDesc('history.id')
                ->first(['users.name']),
        );

        return (string) ($row->name ?? 'Someone');
    }

    /**
     * @param  list<TextEdit>|list<Restoration>  $some
     * @return array<int, list<int>> resources by field
     */
    public static function byField(array $some): array
    {
        $fields = [];
        foreach ($some as $one) {
            $fields[$one->field->value][] = $one->resourceId;
        }

        return $fields;
    }
}
