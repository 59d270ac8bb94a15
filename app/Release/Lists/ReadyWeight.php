<?php

declare(strict_types=1);

namespace App\Release\Lists;

use App\Changes\AddressField;
use App\Changes\DraftState;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Release\Making\Portion;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/**
 * The clicks that are at risk if everything that is ready were sent now, and its largest pages before and after. Adding
 * up twenty thousand pages takes a quarter of a second, so the sums are kept until something else is ready.
 */
final readonly class ReadyWeight
{
    /** Pages that are shown before and after. */
    private const LARGEST = 10;

    private const SECONDS = 86_400;

    /**
     * @param  int  $clicks  in 13 weeks, of the pages whose texts or addresses change
     * @param  int  $addressClicks  of those whose addresses change
     * @param  int  $storeClicks  of all pages
     * @param  ?int  $cap  how many clicks the changed addresses of one release may have
     * @param  list<LargestPage>  $largest
     */
    private function __construct(
        public int $clicks,
        public int $addressClicks,
        public int $storeClicks,
        public ?int $cap,
        public array $largest,
    ) {
    }

    public static function of(Store $store): self
    {
        $stamp = self::stamp($store);
        /** @var ?array{stamp: string, clicks: int, addresses: int, store: int, largest: array<int, int>} $kept */
        $kept = Cache::get("release.weight.$store->id");
        if ($kept === null || $kept['stamp'] !== $stamp) {
            $kept = ['stamp' => $stamp] + self::sums($store);
            Cache::put("release.weight.$store->id", $kept, self::SECONDS);
        }

        return new self(
            $kept['clicks'],
            $kept['addresses'],
            $kept['store'],
            Portion::boundOf($store, $kept['store']),
            self::largest($store, $kept['largest']),
        );
    }

    /** The share of the store's clicks that the changed pages have, in hundredths. */
    public function share(): int
    {
        return $this->storeClicks === 0 ? 0 : (int) round((100 * $this->clicks) / $this->storeClicks);
    }

    /** What the sums depend on. */
    private static function stamp(Store $store): string
    {
        $ready = static fn (string $table): string => implode(
            ' ',
            (array) Rows::maybe(
                DB::table($table)
                    ->where('store_id', $store->id)
                    ->where('state', DraftState::Ready->value)
                    ->selectRaw('COUNT(*) AS n, SUM(id) AS ids, MAX(updated_at) AS newest')
                    ->first(),
            ),
        );
        $window = DB::table('number_windows')->where('store_id', $store->id)->value('last_day');

        return $ready('drafts').' '.$ready('address_changes').' '.(is_string($window) ? $window : '');
    }

    /** @return array{clicks: int, addresses: int, store: int, largest: array<int, int>} largest: clicks by page */
    private static function sums(Store $store): array
    {
        $rows = Rows::all(
            'SELECT c.page_id AS id, MAX(c.is_address) AS is_address, MAX(i.clicks) AS clicks FROM (
                SELECT r.page_id, 0 AS is_address FROM drafts d JOIN resources r ON r.id = d.resource_id
                    WHERE d.store_id = ? AND d.state = ? AND r.page_id IS NOT NULL
                UNION ALL SELECT a.page_id, a.field <= ? FROM address_changes a WHERE a.store_id = ? AND a.state = ?
            ) AS c JOIN page_index i ON i.page_id = c.page_id GROUP BY c.page_id ORDER BY clicks DESC, c.page_id',
            [$store->id, DraftState::Ready->value, AddressField::LAST_DECISIVE, $store->id, DraftState::Ready->value],
        );
        $clicks = array_map(intval(...), array_column($rows, 'clicks', 'id'));
        $addresses = array_filter(array_map(intval(...), array_column($rows, 'is_address', 'id')));

        return [
            'clicks' => array_sum($clicks),
            'addresses' => array_sum(array_intersect_key($clicks, $addresses)),
            'store' => Portion::clicks($store),
            'largest' => array_slice($clicks, 0, self::LARGEST, true),
        ];
    }

    /**
     * @param  array<int, int>  $clicks  by page
     * @return list<LargestPage>
     */
    private static function largest(Store $store, array $clicks): array
    {
        if ($clicks === []) {
            return [];
        }
        $changes = [];
        foreach (
            Rows::all(
                'SELECT r.page_id, d.field, t.shown, t.draft_shown FROM resources r
                    JOIN drafts d ON d.resource_id = r.id AND d.state = ?
                    JOIN resource_texts t ON t.resource_id = d.resource_id AND t.field = d.field
                    WHERE r.store_id = ? AND r.page_id IN ('.
                    Bulk::list(array_keys($clicks)).
                    ') ORDER BY d.field',
                [DraftState::Ready->value, $store->id],
            ) as $text
        ) {
            $changes[$text->int('page_id')][] = new BeforeAfter(
                TextField::from($text->int('field'))->label(),
                $text->text('shown'),
                $text->text('draft_shown'),
            );
        }
        foreach (
            Rows::of(
                DB::table('address_changes')
                    ->where('store_id', $store->id)
                    ->where('state', DraftState::Ready->value)
                    ->whereIn('page_id', array_keys($clicks))
                    ->orderBy('field')
                    ->get(['page_id', 'field', 'base_value', 'value']),
            ) as $address
        ) {
            $field = AddressField::from($address->int('field'));
            $changes[$address->int('page_id')][] = new BeforeAfter(
                $field->label(),
                $field->brief($address->text('base_value')),
                $field->brief($address->text('value')),
            );
        }
        $urls = DB::table('pages')->whereIn('id', array_keys($clicks))->pluck('url', 'id');

        return array_values(
            array_map(
                static fn (int $page, int $count): LargestPage => new LargestPage(
                    $page,
                    is_string($urls[$page] ?? null) ? $urls[$page] : '',
                    $count,
                    $changes[$page] ?? [],
                ),
                array_keys($clicks),
                $clicks,
            ),
        );
    }
}
