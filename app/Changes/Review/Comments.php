<?php

declare(strict_types=1);

namespace App\Changes\Review;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/** What people say to each other about a text. */
final class Comments
{
    public const LONGEST = 1000;

    public static function add(Store $store, int $resource, TextField $field, string $words, Approver $by): void
    {
        self::addMany($store, [[$resource, $field->value]], $words, $by);
    }

    /** @param  list<array{int, int}>  $texts  resource and field */
    public static function addMany(Store $store, array $texts, string $words, Approver $by): void
    {
        $words = mb_substr(trim($words), 0, self::LONGEST);
        foreach ($words === '' ? [] : array_chunk($texts, 1000) as $some) {
            DB::table('text_comments')->insert(
                array_map(
                    static fn (array $text): array => [
                        'store_id' => $store->id,
                        'resource_id' => $text[0],
                        'field' => $text[1],
                        'words' => $words,
                        'user_id' => $by->userId,
                        'guest' => $by->guest,
                        'made_at' => now(),
                    ],
                    $some,
                ),
            );
        }
    }

    /** What is said of the text of a draft; nothing where the store has no such draft. */
    public static function onDraft(Store $store, int $draft, string $words, Approver $by): void
    {
        $texts = [];
        foreach (
            Rows::of(
                DB::table('drafts')
                    ->where('store_id', $store->id)
                    ->where('id', $draft)
                    ->get(['resource_id', 'field']),
            ) as $row
        ) {
            $texts[] = [$row->int('resource_id'), $row->int('field')];
        }
        self::addMany($store, $texts, $words, $by);
    }

    /** @return list<Comment> oldest first, the last fifty */
    public static function of(int $resource, TextField $field): array
    {
        return array_values(
            array_map(
                Comment::of(...),
                Rows::of(
                    DB::table('text_comments as c')
                        ->leftJoin('users as u', 'u.id', '=', 'c.user_id')
                        ->where('resource_id', $resource)
                        ->where('field', $field->value)
                        ->orderByDesc('c.id')
                        ->limit(50)
                        ->get(['c.words', 'c.made_at', DB::raw('COALESCE(u.name, c.guest) AS name')]),
                )
                    ->reverse()
                    ->all(),
            ),
        );
    }
}
