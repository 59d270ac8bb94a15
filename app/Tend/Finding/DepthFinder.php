<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Inventory\Index\DepthRebuild;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use App\Tend\Reach\Role;
use Closure;
use Illuminate\Support\Facades\DB;

/** Pages that are more clicks from home than they should be, and important ones that few pages link to. */
final readonly class DepthFinder implements StoreFinder
{
    private const PORTION = 2000;

    /** Pages that link to an important page in their texts, from which on it is not poor in links. */
    private const ENOUGH_LINKS = 5;

    public function __construct(private Store $store)
    {
    }

    public static function types(): array
    {
        return [FindingType::TooDeep, FindingType::FewLinks];
    }

    public function find(Closure $beat): iterable
    {
        yield from $this->deep();
        yield from $this->poor();
    }

    /** @return iterable<Found> */
    private function deep(): iterable
    {
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                'SELECT page_id, kind, role, depth, paging, aim FROM tend_pages WHERE store_id = ? AND indexable = 1
                    AND page_id > ? AND depth > aim AND depth < ? ORDER BY page_id LIMIT '.self::PORTION,
                [$this->store->id, $after, DepthRebuild::UNREACHED],
            );
            if ($rows === []) {
                return;
            }
            foreach ($rows as $row) {
                // Behind the parts of a list, where the way without turning them would be short enough.
                $isPaging = $row->int('paging') > 0 && $row->int('depth') - $row->int('paging') <= $row->int('aim');
                yield new Found(
                    FindingType::TooDeep,
                    $row->int('page_id'),
                    ['role' => $row->int('role'), 'why' => $isPaging ? 'paging' : 'deep', 'aim' => $row->int('aim')] +
                        ($row->int('role') === Role::Any->value ? ['kind' => $row->int('kind')] : []),
                    ['depth' => $row->int('depth'), 'paging' => $row->int('paging'), 'aim' => $row->int('aim')],
                    $row->int('depth'),
                );
            }
        }
    }

    /** @return iterable<Found> */
    private function poor(): iterable
    {
        foreach ([Role::MainCollection, Role::SellsMost] as $role) {
            $kind = ($role === Role::MainCollection ? PageKind::Collection : PageKind::Product)->value;
            $middle = self::middle($this->store, $kind);
            foreach (
                Rows::all(
                    'SELECT page_id, links_in, weight FROM tend_pages WHERE store_id = ? AND indexable = 1 AND role = ?
                        AND links_in < ? AND 2 * links_in <= ? AND in_navigation = 0 AND in_header = 0 AND in_footer = 0
                        AND depth < ? ORDER BY page_id',
                    [$this->store->id, $role->value, self::ENOUGH_LINKS, $middle, DepthRebuild::UNREACHED],
                ) as $row
            ) {
                yield new Found(
                    FindingType::FewLinks,
                    $row->int('page_id'),
                    ['role' => $role->value],
                    ['links' => $row->int('links_in'), 'middle' => $middle, 'weight' => $row->int('weight')],
                );
            }
        }
    }

    /** Pages that link in their texts to the middle page of a kind. */
    private static function middle(Store $store, int $kind): int
    {
        $pages = DB::table('tend_pages')
            ->where('store_id', $store->id)
            ->where('indexable', 1)
            ->where('kind', $kind)
            ->where('depth', '<', DepthRebuild::UNREACHED);
        $count = $pages->count();

        return $count === 0
            ? 0
            : Typed::int($pages->orderBy('links_in')->offset(intdiv($count, 2))->limit(1)->value('links_in'));
    }
}
