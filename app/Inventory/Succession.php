<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/**
 * Which page took the place of which: a page that moved keeps its history. What a person says holds against what is
 * found.
 */
final readonly class Succession
{
    private const REDIRECT = 1;

    private const NUMBER = 2;

    private const HAND = 3;

    /**
     * @param  ?Successor  $to  the page that took its place
     * @param  list<Successor>  $from  pages whose place it took
     */
    private function __construct(public ?Successor $to, public array $from)
    {
    }

    public static function of(int $page): self
    {
        return new self(
            Records::one(
                Successor::class,
                Rows::maybe(
                    DB::table('successions')
                        ->join('pages', 'pages.id', '=', 'to_page')
                        ->where('from_page', $page)
                        ->first(['pages.id', 'url', 'origin']),
                ),
            ),
            Records::of(
                Successor::class,
                Rows::of(
                    DB::table('successions')
                        ->join('pages', 'pages.id', '=', 'from_page')
                        ->where('to_page', $page)
                        ->orderBy('since')
                        ->limit(20)
                        ->get(['pages.id', 'url', 'origin']),
                ),
            ),
        );
    }

    /** A page is again where it was. */
    public static function forget(int $page): void
    {
        DB::table('successions')->where('from_page', $page)->delete();
    }

    /** How it is known, in words. */
    public static function words(int $origin): string
    {
        return match ($origin) {
            self::REDIRECT => 'by a redirect',
            self::NUMBER => 'by the same product number',
            default => 'by hand',
        };
    }

    /** Finds the moves that a crawl shows; called inside a transaction, after the crawl's facts are in. */
    public static function find(int $store, int $crawl): void
    {
        DB::insert(
            'INSERT IGNORE INTO successions (store_id, from_page, to_page, origin, since)
            SELECT n.store_id, n.page_id, t.id, ?, UTC_TIMESTAMP() FROM page_facts n JOIN page_facts o
            ON o.page_id = n.page_id AND o.to_crawl = n.from_crawl AND o.status = 200
            JOIN pages t ON t.store_id = n.store_id AND t.digest = UNHEX(MD5(n.redirect_url)) WHERE n.store_id = ?
            AND n.to_crawl = 0 AND n.from_crawl = ? AND n.status IN (301, 308) AND t.id <> n.page_id',
            [self::REDIRECT, $store, $crawl],
        );
        DB::insert(
            "INSERT IGNORE INTO successions (store_id, from_page, to_page, origin, since)
            SELECT g.store_id, g.page_id, MIN(n.page_id), ?, UTC_TIMESTAMP() FROM page_products g JOIN page_facts f
            ON f.page_id = g.page_id AND f.to_crawl = ? JOIN page_products n ON n.store_id = g.store_id
            AND n.number = g.number AND n.page_id <> g.page_id
            JOIN pages p ON p.id = n.page_id AND p.first_crawl = ? JOIN page_index i ON i.page_id = n.page_id
            AND i.status = 200 LEFT JOIN page_index gi ON gi.page_id = g.page_id WHERE g.store_id = ?
            AND g.number <> '' AND (gi.page_id IS NULL OR gi.status >= 400) GROUP BY g.store_id, g.page_id",
            [self::NUMBER, $crawl, $crawl, $store],
        );
    }

    /**
     * Somebody says where a page has moved to; an empty address takes that back.
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public static function byHand(Store $store, int $page, string $address): void
    {
        if (trim($address) === '') {
            DB::table('successions')->where('store_id', $store->id)->where('from_page', $page)->delete();

            return;
        }
        $url = (new PageAddress($store))->urlOf(trim($address));
        $to =
            $url === null
                ? null
                : DB::table('pages')->where('store_id', $store->id)->where('digest', md5($url, true))->value('id');
        if ($to === null || Typed::int($to) === $page) {
            throw new InvalidArgumentException(
                $to === null ? 'This address is no page of the store that is known.' : 'A page cannot replace itself.',
            );
        }
        for ($at = Typed::int($to), $hops = 0; $at !== 0 && $hops < 20; $hops++) {
            $at = Typed::int(DB::table('successions')->where('from_page', $at)->value('to_page'));
            if ($at === $page) {
                throw new InvalidArgumentException('That page is followed by this one already.');
            }
        }
        DB::table('successions')->upsert(
            [
                [
                    'store_id' => $store->id,
                    'from_page' => $page,
                    'to_page' => Typed::int($to),
                    'origin' => self::HAND,
                    'since' => now(),
                ],
            ],
            ['from_page'],
            ['to_page', 'origin', 'since'],
        );
    }
}
