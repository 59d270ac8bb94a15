<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Inventory\LifeOrigin;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\StructuredData\LifeState;

/**
 * Brings together, for a chunk of pages, what a person, files, structured data and text say of their products. Each
 * figure is taken from the first of them that tells it.
 */
final class ProductsOfPages
{
    private readonly string $today;

    /** @var array<int, Row> */
    private array $hand = [];

    /** @var array<int, Row> */
    private array $file = [];

    /** @var list<list<int|string|null>> */
    private array $rows = [];

    /** @var array<int, true> pages that no longer answer, whose product stays known */
    private array $kept = [];

    /** @param  list<int>  $pages at least one */
    public function __construct(private readonly int $store, private readonly array $pages)
    {
        $this->today = Store::query()->findOrFail($store)->today();
        foreach (Rows::all('SELECT * FROM lives_by_hand WHERE page_id IN ('.Bulk::list($pages).')') as $row) {
            $this->hand[$row->int('page_id')] = $row;
        }
        foreach (
            Rows::all(
                'SELECT * FROM product_rows WHERE is_current = 1 AND page_id IN ('.
                    Bulk::list($pages).
                    ') ORDER BY import_id, number',
            ) as $row
        ) {
            $known = $this->file[$row->int('page_id')] ?? null;
            // Several numbers on one page are its variants: it sells as long as one does, at the lowest price.
            if ($known !== null) {
                $row->price =
                    $known->price !== null && ($row->price === null || $known->number('price') < $row->number('price'))
                        ? $known->price
                        : $row->price;
                $row->stock =
                    $known->stock === null || $row->stock === null
                        ? $known->stock ?? $row->stock
                        : $known->int('stock') + $row->int('stock');
                $row->life = in_array(LifeState::Selling->value, [$known->int('life'), $row->int('life')], true)
                    ? LifeState::Selling->value
                    : $row->life;
            }
            $this->file[$row->int('page_id')] = $row;
        }
    }

    /** @return array{life: LifeState, stock: ?int, price: ?string} for the list table; the rest waits for write() */
    public function of(ToldProduct $told, PageKind $kind): array
    {
        $page = $told->page;
        $hand = $this->hand[$page] ?? null;
        $file = $this->file[$page] ?? null;
        $structured = $told->structured === null ? null : (array) json_decode($told->structured, true);
        // What a page told while it was there is how its product is known again elsewhere.
        if ($structured === null && $file === null && $told->status >= 400) {
            $this->kept[$page] = true;

            return ['life' => LifeState::Unknown, 'stock' => null, 'price' => null];
        }
        if ($hand === null && $file === null && $structured === null && $kind !== PageKind::Product) {
            return ['life' => LifeState::Unknown, 'stock' => null, 'price' => null];
        }
        $said = [
            [LifeOrigin::Hand, (int) ($hand->life ?? 0)],
            [LifeOrigin::File, self::lifeOf($file)],
            [LifeOrigin::Structured, Typed::int($structured['life'] ?? 0)],
            [LifeOrigin::Text, $kind === PageKind::Product ? $told->textLife : 0],
        ];
        $firmest = $hand !== null && $hand->int('life') > 0 ? $hand : $file;
        $backOn = $firmest->back_on ?? ($structured['backOn'] ?? null);
        // A day in the past on which it was to be back says nothing of today: it is what it would be without one.
        if ($backOn !== null && $backOn < $this->today) {
            $backOn = null;
            $said = array_map(
                static fn (array $one): array => [
                    $one[0],
                    $one[1] === LifeState::BackOn->value ? LifeState::Selling->value : $one[1],
                ],
                $said,
            );
        }
        [$origin, $life] = array_values(array_filter($said, static fn (array $one): bool => $one[1] > 0))[0] ?? [
            LifeOrigin::Nobody,
            0,
        ];
        $price = $file->price ?? ($structured['price'] ?? null);
        $price = $price === null ? null : number_format((float) $price, 2, '.', '');
        $stock = $file?->intOrNull('stock');
        $first = static fn (string $key): string => ($file->{$key} ?? '') !== ''
            ? Typed::text($file->{$key})
            : Typed::text($structured[$key] ?? '');
        $this->rows[] = [
            $page,
            $this->store,
            $first('number'),
            $life,
            $origin->value,
            $backOn,
            (string) ($firmest->replaced_by ?? ''),
            $price,
            $first('currency'),
            $stock,
            $first('maker'),
            $file->rating ??
            (isset($structured['rating']) ? number_format(Typed::number($structured['rating']), 2, '.', '') : null),
            $file === null || $file->reviews === null
                ? (isset($structured['reviews'])
                    ? Typed::int($structured['reviews'])
                    : null)
                : $file->int('reviews'),
        ];

        return ['life' => LifeState::from($life), 'stock' => $stock, 'price' => $price];
    }

    public function write(): void
    {
        $anew = array_values(array_diff($this->pages, array_keys($this->kept)));
        if ($anew !== []) {
            DB::delete('DELETE FROM page_products WHERE page_id IN ('.Bulk::list($anew).')');
        }
        Bulk::write(
            'page_products',
            [
                'page_id', 'store_id', 'number', 'life', 'origin', 'back_on', 'replaced_by', 'price', 'currency',
                'stock', 'maker', 'rating', 'reviews',
            ],
            $this->rows,
        );
    }

    /** A file that tells the stock alone has said enough. */
    private static function lifeOf(?Row $file): int
    {
        return match (true) {
            $file === null => 0,
            $file->int('life') > 0 => $file->int('life'),
            $file->stock === null => 0,
            default => $file->int('stock') > 0 ? LifeState::Selling->value : LifeState::OutOfStock->value,
        };
    }
}
