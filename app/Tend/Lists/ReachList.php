<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Platform\Database\Records;
use App\Stores\Models\Store;
use App\Tend\Reach\Role;
use Illuminate\Http\Request;

/** All pages that search engines may list, in the order of how they are reached. */
final readonly class ReachList
{
    private const SIZE = 60;

    /** Column, direction and words by key. */
    public const ORDERS = [
        'worth' => ['worth', 'DESC', 'most worth first'],
        'deep' => ['depth', 'DESC', 'deepest first'],
        'few' => ['links_in', 'ASC', 'fewest links in texts first'],
        'light' => ['weight', 'ASC', 'least link weight first'],
        'heavy' => ['weight', 'DESC', 'most link weight first'],
    ];

    private function __construct(public string $order, public ?Role $role, private ?string $after)
    {
    }

    public static function from(Request $request): self
    {
        $order = $request->query('order');
        $role = match ($request->query('role')) {
            'main' => Role::MainCollection,
            'selling' => Role::SellsMost,
            default => null,
        };

        return new self(
            is_string($order) && isset(self::ORDERS[$order]) ? $order : 'worth',
            $role,
            is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 60) : null,
        );
    }

    /** @return array{rows: list<ReachedPage>, next: ?string} */
    public function page(Store $store): array
    {
        [$column, $direction] = self::ORDERS[$this->order];
        $beyond = $direction === 'DESC' ? '<' : '>';
        $where = $this->role === null ? '' : " AND role = {$this->role->value}";
        $values = [$store->id];
        if (
            $this->after !== null &&
            preg_match('/^(\d+(?:\.\d+)?(?:e[+\-]?\d+)?)_(\d+)$/i', $this->after, $found) === 1
        ) {
            $where .= " AND ($column $beyond ? OR ($column = ? AND page_id $beyond ?))";
            array_push($values, $found[1], $found[1], (int) $found[2]);
        }
        $rows = Records::select(
            ReachedPage::class,
            "SELECT t.*, t.$column AS sort_key, p.url, f.title FROM (SELECT * FROM tend_pages
                WHERE store_id = ? AND indexable = 1$where
                ORDER BY $column $direction, page_id $direction LIMIT ".
                (self::SIZE + 1).
                ") t
                JOIN pages p ON p.id = t.page_id
                LEFT JOIN page_facts f ON f.page_id = t.page_id AND f.to_crawl = 0
                ORDER BY t.$column $direction, t.page_id $direction",
            $values,
        );
        $next = null;
        if (count($rows) > self::SIZE) {
            array_pop($rows);
            $last = $rows[count($rows) - 1];
            $next = json_encode($last->sortKey, JSON_THROW_ON_ERROR).'_'.$last->pageId;
        }

        return ['rows' => $rows, 'next' => $next];
    }
}
