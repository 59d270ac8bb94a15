<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use Generator;
use Illuminate\Support\Facades\DB;

/** What people said in Tend, as tables that leave with a store. */
final class SaidTables
{
    public const LEFT = ['finding', 'url', 'cause', 'reason', 'review_on', 'left_at'];

    public const QUESTIONS = ['url', 'asked', 'question', 'asked_at', 'answer', 'answered_at'];

    public const ROBOTS = ['made_at', 'status', 'note', 'body', 'seen_at'];

    /** @return Generator<list<string>> findings and causes that are left as they are */
    public static function left(Store $store): Generator
    {
        foreach (
            DB::select(
                'SELECT l.*, p.url, c.name FROM tend_leaves l LEFT JOIN pages p ON p.id = l.page_id
                    LEFT JOIN tend_causes c ON c.store_id = l.store_id AND c.type = l.type AND c.digest = l.cause_digest
                    WHERE l.store_id = ? ORDER BY l.id',
                [$store->id],
            ) as $row
        ) {
            $type = FindingType::from((int) $row->type);
            yield [
                $type->key(),
                (string) $row->url,
                $row->name === null ? '' : CauseWords::of($type, Typed::map($row->name)),
                (string) $row->reason,
                (string) $row->review_on,
                (string) $row->left_at,
            ];
        }
    }

    /** @return Generator<list<string>> */
    public static function questions(Store $store): Generator
    {
        foreach (
            DB::select(
                'SELECT q.*, p.url FROM tend_questions q JOIN pages p ON p.id = q.page_id WHERE q.store_id = ? ORDER
                    BY q.id',
                [$store->id],
            ) as $row
        ) {
            yield [
                (string) $row->url,
                (string) $row->asked,
                (string) $row->question,
                (string) $row->asked_at,
                (string) $row->answer,
                (string) $row->answered_at,
            ];
        }
    }

    /** @return Generator<list<string|int>> every version of robots.txt */
    public static function robots(Store $store): Generator
    {
        foreach (DB::table('tend_robots')->where('store_id', $store->id)->orderBy('id')->get() as $row) {
            yield [
                (string) $row->made_at,
                (int) $row->status,
                (string) $row->note,
                (string) $row->body,
                (string) $row->seen_at,
            ];
        }
    }
}
