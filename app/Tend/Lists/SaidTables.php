<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Platform\Database\Rows;
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
            Rows::all(
                'SELECT l.*, p.url, c.name FROM tend_leaves l LEFT JOIN pages p ON p.id = l.page_id
                    LEFT JOIN tend_causes c ON c.store_id = l.store_id AND c.type = l.type AND c.digest = l.cause_digest
                    WHERE l.store_id = ? ORDER BY l.id',
                [$store->id],
            ) as $row
        ) {
            $type = FindingType::from($row->int('type'));
            yield [
                $type->key(),
                $row->text('url'),
                $row->name === null ? '' : CauseWords::of($type, Typed::map($row->name)),
                $row->text('reason'),
                $row->text('review_on'),
                $row->text('left_at'),
            ];
        }
    }

    /** @return Generator<list<string>> */
    public static function questions(Store $store): Generator
    {
        foreach (
            Rows::all(
                'SELECT q.*, p.url FROM tend_questions q JOIN pages p ON p.id = q.page_id WHERE q.store_id = ? ORDER
                    BY q.id',
                [$store->id],
            ) as $row
        ) {
            yield [
                $row->text('url'),
                $row->text('asked'),
                $row->text('question'),
                $row->text('asked_at'),
                $row->text('answer'),
                $row->text('answered_at'),
            ];
        }
    }

    /** @return Generator<list<string|int>> every version of robots.txt */
    public static function robots(Store $store): Generator
    {
        foreach (Rows::of(DB::table('tend_robots')->where('store_id', $store->id)->orderBy('id')->get()) as $row) {
            yield [
                $row->text('made_at'),
                $row->int('status'),
                $row->text('note'),
                $row->text('body'),
                $row->text('seen_at'),
            ];
        }
    }
}
