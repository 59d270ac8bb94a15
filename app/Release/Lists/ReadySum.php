<?php

declare(strict_types=1);

namespace App\Release\Lists;

use App\Changes\AddressField;
use App\Changes\DraftState;
use App\Platform\Database\Bulk;
use App\Release\Making\Portion;
use App\Release\Making\Ready;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/** What would go if everything that is ready were sent now, in figures, and its largest pages before and after. */
final readonly class ReadySum
{
    /** Pages that are shown before and after. */
    private const LARGEST = 10;

    /**
     * @param  array<int, int>  $texts  ready by TextField
     * @param  array<int, int>  $addresses  ready by AddressField
     * @param  int  $allowed  of both, those that the store lets go: approved, where it asks for that
     * @param  int  $clicks  in 13 weeks, of the pages whose texts or addresses change
     * @param  int  $addressClicks  of those whose addresses change
     * @param  int  $storeClicks  of all pages
     * @param  ?int  $cap  how many clicks the changed addresses of one release may have
     * @param  list<LargestPage>  $largest
     */
    private function __construct(
        public array $texts,
        public array $addresses,
        public int $allowed,
        public int $approvedTexts,
        public int $clicks,
        public int $addressClicks,
        public int $storeClicks,
        public ?int $cap,
        public array $largest,
    ) {
    }

    public static function of(Store $store): self
    {
        $texts = self::byField($store, 'drafts');
        $addresses = self::byField($store, 'address_changes');
        $pages = self::pagesSql();
        $clicks = DB::select(
            "SELECT COALESCE(SUM(i.clicks), 0) AS clicks, COALESCE(SUM(i.clicks * c.is_address), 0) AS of_addresses
                FROM (SELECT page_id, MAX(is_address) AS is_address FROM ($pages) AS p GROUP BY page_id) AS c
                JOIN page_index i ON i.page_id = c.page_id",
            self::bound($store),
        )[0];

        return new self(
            $texts,
            $addresses,
            Ready::approved(DB::table('drafts'), $store)->count() +
                Ready::approved(DB::table('address_changes'), $store)->count(),
            DB::table('drafts')
                ->where('store_id', $store->id)
                ->where('state', DraftState::Ready->value)
                ->whereNotNull('approved_at')
                ->count(),
            (int) $clicks->clicks,
            (int) $clicks->of_addresses,
            (int) DB::table('page_index')->where('store_id', $store->id)->sum('clicks'),
            Portion::clicksAtRisk($store),
            self::largest($store),
        );
    }

    public function count(): int
    {
        return array_sum($this->texts) + array_sum($this->addresses);
    }

    /** The share of the store's clicks that the changed pages have, in hundredths. */
    public function share(): int
    {
        return $this->storeClicks === 0 ? 0 : (int) round((100 * $this->clicks) / $this->storeClicks);
    }

    /** @return array<int, int> */
    private static function byField(Store $store, string $table): array
    {
        return array_map(
            intval(...),
            DB::table($table)
                ->where('store_id', $store->id)
                ->where('state', DraftState::Ready->value)
                ->groupBy('field')
                ->orderBy('field')
                ->selectRaw('field, COUNT(*) AS n')
                ->pluck('n', 'field')
                ->all(),
        );
    }

    private static function pagesSql(): string
    {
        return 'SELECT r.page_id, 0 AS is_address FROM drafts d JOIN resources r ON r.id = d.resource_id
                WHERE d.store_id = ? AND d.state = ? AND r.page_id IS NOT NULL
            UNION ALL SELECT a.page_id, 1 FROM address_changes a WHERE a.store_id = ? AND a.state = ?';
    }

    /** @return list<int|string> */
    private static function bound(Store $store): array
    {
        return [$store->id, DraftState::Ready->value, $store->id, DraftState::Ready->value];
    }

    /** @return list<LargestPage> by clicks */
    private static function largest(Store $store): array
    {
        $pages = self::pagesSql();
        $rows = DB::select(
            "SELECT c.page_id AS id, p.url, i.clicks FROM (SELECT DISTINCT page_id FROM ($pages) AS p) AS c
                JOIN page_index i ON i.page_id = c.page_id JOIN pages p ON p.id = c.page_id
                ORDER BY i.clicks DESC, c.page_id LIMIT ?",
            [...self::bound($store), self::LARGEST],
        );
        $changes = [];
        foreach (
            $rows === []
                ? []
                : DB::select(
                    'SELECT r.page_id, d.field, t.shown, t.draft_shown FROM drafts d
                        JOIN resources r ON r.id = d.resource_id AND r.page_id IN ('.
                        Bulk::list(Bulk::ids($rows, 'id')).
                        ') JOIN resource_texts t ON t.resource_id = d.resource_id AND t.field = d.field
                        WHERE d.store_id = ? AND d.state = ? ORDER BY d.field',
                    [$store->id, DraftState::Ready->value],
                ) as $text
        ) {
            $changes[(int) $text->page_id][] = new BeforeAfter(
                TextField::from((int) $text->field)->label(),
                (string) $text->shown,
                (string) $text->draft_shown,
            );
        }
        foreach (
            DB::table('address_changes')
                ->where('store_id', $store->id)
                ->where('state', DraftState::Ready->value)
                ->whereIn('page_id', array_column($rows, 'id'))
                ->orderBy('field')
                ->get(['page_id', 'field', 'base_value', 'value']) as $address
        ) {
            $changes[(int) $address->page_id][] = new BeforeAfter(
                AddressField::from((int) $address->field)->label(),
                (string) $address->base_value,
                (string) $address->value,
            );
        }

        return array_values(
            array_map(
                static fn (object $row): LargestPage => new LargestPage(
                    (int) $row->id,
                    (string) $row->url,
                    (int) $row->clicks,
                    $changes[(int) $row->id] ?? [],
                ),
                $rows,
            ),
        );
    }
}
