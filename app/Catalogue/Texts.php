<?php

declare(strict_types=1);

namespace App\Catalogue;

use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/** What is known of the texts of resources: as the shop stores them, as pages show them, as a draft would show. */
final class Texts
{
    /** @param  ?string  $origin  who wrote it; null leaves it as it is known */
    public static function stored(int $resource, TextField $field, string $value, ?string $origin = null): void
    {
        self::of($resource, $field)->update(['stored' => $value] + ($origin === null ? [] : ['origin' => $origin]));
    }

    /**
     * What the shop holds of many; a text that changed there without us is the shop's own again.
     *
     * @param  list<array{int, int, int, int, string}>  $texts  resource, field, store, market and text
     */
    public static function storeMany(array $texts): void
    {
        Bulk::upsert(
            'resource_texts',
            ['resource_id', 'field', 'store_id', 'market_id', 'stored'],
            $texts,
            "origin = IF(BINARY stored = BINARY VALUES(stored), origin, 'shop'), stored ".
                '= VALUES(stored), market_id = VALUES(market_id)',
        );
    }

    /**
     * @return list<string> digests of what showed before and of what shows now: texts that may be duplicates of others
     *     from now on, or no longer
     */
    public static function shown(int $resource, TextField $field, ?string $value): array
    {
        $old = self::of($resource, $field)->value('shown_digest');
        $new = TextDigest::of($value);
        self::of($resource, $field)->update(['shown' => $value, 'shown_digest' => $new]);

        return array_values(array_filter([is_string($old) ? $old : null, $new], is_string(...)));
    }

    /**
     * @param  list<array{int, int, int, int, ?string}>  $texts  resource, field, store, market and what its page shows
     */
    public static function showMany(array $texts): void
    {
        $rows = [];
        foreach ($texts as [$resource, $field, $store, $market, $text]) {
            $digest = TextDigest::of($text);
            $rows[] = [
                $resource,
                $field,
                $store,
                $market,
                '',
                $text ?? '',
                $digest === null ? null : new Bytes($digest),
            ];
        }
        Bulk::upsert(
            'resource_texts',
            ['resource_id', 'field', 'store_id', 'market_id', 'stored', 'shown', 'shown_digest'],
            $rows,
            'shown = VALUES(shown), shown_digest = VALUES(shown_digest)',
        );
    }

    /** @param  ?string  $shown  as a page would show the draft; null where there is none */
    public static function draft(int $resource, TextField $field, ?string $shown, ?string $digest): void
    {
        self::of($resource, $field)->update(['draft_shown' => $shown, 'draft_digest' => $digest]);
    }

    /**
     * @param  list<array{int, int, int, int, ?string, ?string}>  $texts  resource, field, store, market, what the draft
     *     would show, and its digest
     */
    public static function draftMany(array $texts): void
    {
        Bulk::upsert(
            'resource_texts',
            ['resource_id', 'field', 'store_id', 'market_id', 'stored', 'draft_shown', 'draft_digest'],
            array_map(
                static fn (array $text): array => [
                    ...array_slice($text, 0, 4),
                    '',
                    $text[4],
                    $text[5] === null ? null : new Bytes($text[5]),
                ],
                $texts,
            ),
            'draft_shown = VALUES(draft_shown), draft_digest = VALUES(draft_digest)',
        );
    }

    private static function of(int $resource, TextField $field): \Illuminate\Database\Query\Builder
    {
        return DB::table('resource_texts')->where('resource_id', $resource)->where('field', $field->value);
    }
}
