<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Changes\AddressDrifts;
use App\Changes\AddressField;
use App\Inventory\Events\InventoryRefreshed;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Orchard\Core\LinkGraph\CanonicalVerdict;

/** Begins to find tangles, by itself after each crawl, and tells what was found. */
final readonly class Finds
{
    public const COLUMNS = ['url', 'tangle', 'keeper', 'declared', 'verdict', 'action', 'safe', 'why'];

    public function __construct(private WorkDesk $desk)
    {
    }

    /** @return int the work's id; that of one that waits already, where there is one */
    public function begin(int $store, ?int $userId): int
    {
        $waiting = DB::table('work')
            ->where('store_id', $store)
            ->where('sort', FindWork::sort())
            ->where('state', 'waiting')
            ->whereNull('started_at')
            ->orderByDesc('id')
            ->value('id');

        return $waiting === null
            ? $this->desk->begin(new NewWork(FindWork::class, $store, 0, $userId))
            : Typed::int($waiting);
    }

    public static function listen(): void
    {
        Event::listen(static function (InventoryRefreshed $event): void {
            app(self::class)->begin($event->storeId, null);
            self::lookForDrift(Store::query()->findOrFail($event->storeId));
        });
    }

    /** Canonicals, redirects and robots that were released and no longer show. */
    private static function lookForDrift(Store $store): void
    {
        $shown = (static function () use ($store): \Generator {
            foreach (
                Rows::all(
                    'SELECT DISTINCT s.page_id, f.status, f.redirect_url, f.canonicals, f.canonical_header, f.robots,
                        f.robots_header FROM address_states s JOIN page_facts f ON f.page_id = s.page_id
                        AND f.to_crawl = 0 WHERE s.store_id = ? AND s.shown IS NOT NULL AND f.status > 0',
                    [$store->id],
                ) as $row
            ) {
                $canonicals = (array) json_decode($row->text('canonicals'), true);
                $robots = json_decode($row->text('robots'), true);
                $header = json_decode($row->text('robots_header'), true);
                $directives = array_filter(
                    [
                        ...is_array($robots) ? $robots : [$row->robots],
                        ...is_array($header) ? $header : [$row->robots_header],
                    ],
                    static fn (mixed $text): bool => is_string($text) && $text !== '',
                );
                $to =
                    $row->status >= 300 && $row->status < 400
                        ? $row->text('redirect_url')
                        : ($row->int('status') === 410
                            ? 'gone'
                            : '');
                yield $row->int('page_id') => [
                    AddressField::Canonical->value => $row->status == 200
                            ? (is_string($canonicals[0] ?? null)
                                ? $canonicals[0]
                                : $row->text('canonical_header'))
                            : null,
                    AddressField::Robots->value => $row->status == 200 ? implode(', ', $directives) : null,
                    AddressField::Redirect->value => $to,
                    AddressField::Slug->value => $to,
                ];
            }
        })();
        AddressDrifts::look($store, $shown);
    }

    /** @return \Generator<list<string>> every address of the inventory */
    public static function export(Store $store): \Generator
    {
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                'SELECT u.page_id, p.url, u.tangle_id, t.url AS tangle_url, k.url AS keeper, u.declared, u.verdict,
                    u.action, u.is_safe, u.why, u.reason FROM untangle_pages u JOIN pages p ON p.id = u.page_id LEFT
                    JOIN pages k ON k.id = u.keeper_page LEFT JOIN pages t ON t.id = u.tangle_id WHERE u.store_id = ?
                    AND u.page_id > ? ORDER BY u.page_id LIMIT 2000',
                [$store->id, $after],
            );
            foreach ($rows as $row) {
                yield [
                    $row->text('url'),
                    $row->int('tangle_id') === 0 ? '' : $row->text('tangle_id'),
                    $row->text('keeper'),
                    $row->text('declared'),
                    CanonicalVerdict::fromKey($row->text('verdict'))->value ?? $row->text('verdict'),
                    $row->text('action'),
                    $row->is_safe ? 'yes' : 'no',
                    ReasonWords::ofPage($row->text('why'), $row->text('reason')),
                ];
            }
            if ($rows === []) {
                return;
            }
        }
    }
}
