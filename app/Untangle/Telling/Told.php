<?php

declare(strict_types=1);

namespace App\Untangle\Telling;

use App\Changes\Events\AddressSet;
use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Url\PageUrl;
use RuntimeException;

/**
 * Addresses of which search engines should hear: those to be fetched anew because their canonical, redirect or slug has
 * changed, and those to be taken out because they are gone or kept out of search. Sent by the IndexNow protocol, or
 * exported to be handed in elsewhere.
 */
final class Told
{
    /** Addresses that the protocol takes in one request. */
    private const AT_ONCE = 10_000;

    /** Puts down that an address has changed. */
    public function handle(AddressSet $set): void
    {
        $why = ToldReason::of($set->field, $set->value);
        $told = DB::table('untangle_told')->where('store_id', $set->storeId)->where('page_id', $set->pageId);
        $wasTold = (clone $told)->whereNotNull('sent_at')->exists();
        // What was not sent yet of the same field is overtaken by what holds now; where nothing was sent, going back is
        // no news.
        (clone $told)->whereNull('sent_at')->whereIn('why', ToldReason::ofField($set->field))->delete();
        if ($set->value !== '' || $wasTold) {
            DB::table('untangle_told')->upsert(
                [
                    [
                        'store_id' => $set->storeId,
                        'page_id' => $set->pageId,
                        'purpose' => $why->purpose(),
                        'why' => $why->value,
                        'created_at' => now(),
                        'sent_at' => null,
                    ],
                ],
                ['store_id', 'page_id', 'purpose'],
                ['why', 'created_at', 'sent_at'],
            );
        }
    }

    public static function waiting(Store $store): int
    {
        return DB::table('untangle_told')->where('store_id', $store->id)->whereNull('sent_at')->count();
    }

    /** The key by which the store's host shows that it is its own that speaks; it must stand at /KEY.txt there. */
    public static function key(Store $store): string
    {
        return substr(hash_hmac('sha256', 'indexnow '.$store->slug, Typed::text(config('app.key'))), 0, 32);
    }

    /**
     * Sends what is waiting.
     *
     * @return int how many were sent
     *
     * @throws InvalidArgumentException when nowhere is set, or nothing waits
     * @throws RuntimeException when it is not taken
     */
    public static function send(Store $store): int
    {
        $options = $store->options();
        $to =
            PageUrl::parse($options->indexnowUrl) ??
            throw new InvalidArgumentException(
                'No address is set for IndexNow. An owner can do that in the settings (indexnow_url).',
            );
        $base = PageUrl::parse($store->base_url) ?? throw new InvalidArgumentException('The store has no address.');
        $rows = Rows::of(
            DB::table('untangle_told')
                ->join('pages', 'pages.id', '=', 'page_id')
                ->where('untangle_told.store_id', $store->id)
                ->whereNull('sent_at')
                ->orderBy('untangle_told.id')
                ->limit(self::AT_ONCE)
                ->get(['untangle_told.id', 'pages.url']),
        );
        $rows = $rows->filter(
            static fn (Row $row): bool => PageUrl::parse($row->text('url'))?->sameHostAs($base) === true,
        );
        if ($rows->isEmpty()) {
            throw new InvalidArgumentException('Nothing to tell.');
        }
        $body = json_encode(
            [
                'host' => $base->authority,
                'key' => self::key($store),
                'keyLocation' => $base->scheme.'://'.$base->authority.'/'.self::key($store).'.txt',
                'urlList' => $rows->pluck('url')->values()->all(),
            ],
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES,
        );
        $answer = GuardedHttp::allowing($options->privateHosts)->fetch(
            new HttpRequest($to, 'POST', ['Content-Type' => 'application/json; charset=utf-8'], $body, 20, 100_000),
        );
        $said = $answer->status === 0 ? $answer->problem ?? 'no answer' : "status {$answer->status}";
        $isTaken = $answer->status === 200 || $answer->status === 202;
        foreach ($rows->pluck('id')->chunk(2000) as $ids) {
            DB::table('untangle_told')
                ->whereIn('id', $ids)
                ->update(['answer' => mb_substr($said, 0, 190)] + ($isTaken ? ['sent_at' => now()] : []));
        }
        if (! $isTaken) {
            throw new RuntimeException("It was not taken: $said.");
        }

        return count($rows);
    }

    /** @return \Generator<list<string>> what is waiting, or all */
    public static function export(Store $store): \Generator
    {
        foreach (
            Rows::of(
                DB::table('untangle_told')
                    ->join('pages', 'pages.id', '=', 'page_id')
                    ->where('untangle_told.store_id', $store->id)
                    ->orderBy('untangle_told.id')
                    ->limit(200_000)
                    ->get(['pages.url', 'purpose', 'why', 'sent_at']),
            ) as $row
        ) {
            yield [
                $row->text('url'),
                $row->text('purpose'),
                ToldReason::tryFrom($row->text('why'))?->words() ?? '',
                $row->text('sent_at'),
            ];
        }
    }
}
