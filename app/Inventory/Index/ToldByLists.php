<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use Orchard\Core\StructuredData\LifeState;

/** What lists of pages say of a chunk of pages beside their addresses. What a crawl or the shop says goes before it. */
final class ToldByLists
{
    /** @var array<int, array<string, string>> by page */
    private array $told = [];

    /** @param  list<int>  $pages at least one */
    public function __construct(array $pages)
    {
        $rows = Rows::all(
            'SELECT page_id, attributes FROM listed_rows WHERE is_current = 1 AND page_id IN ('.
                Bulk::list($pages).
                ') ORDER BY import_id',
        );
        foreach ($rows as $row) {
            $told = array_map(
                strval(...),
                array_filter((array) json_decode($row->text('attributes'), true), is_scalar(...)),
            );
            $this->told[$row->int('page_id')] = $told + ($this->told[$row->int('page_id')] ?? []);
        }
    }

    public function kindOf(int $page): ?PageKind
    {
        return PageKind::fromWords($this->told[$page]['kind'] ?? '');
    }

    /** From a column of stock: a number of pieces, a yes or no, or a word such as "sold out". */
    public function lifeOf(int $page): LifeState
    {
        $said = trim($this->told[$page]['in_stock'] ?? '');
        if (is_numeric($said)) {
            return (float) $said > 0 ? LifeState::Selling : LifeState::OutOfStock;
        }

        return LifeState::fromAvailability(
            [
                'true' => 'yes',
                'x' => 'yes',
                'ja' => 'yes',
                'oui' => 'yes',
                'sí' => 'yes',
                'false' => 'no',
                'nein' => 'no',
                'non' => 'no',
            ][mb_strtolower($said)] ?? $said,
        ) ?? LifeState::Unknown;
    }

    public function isNoindex(int $page): bool
    {
        return preg_match('/^\s*(1|yes|true|x|ja|oui|sí|si)\s*$|noindex/iu', $this->told[$page]['noindex'] ?? '') === 1;
    }
}
