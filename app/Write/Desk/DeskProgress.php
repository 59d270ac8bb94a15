<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;

/** How far the texts of one kind of page are: how many have what they need, and how much of the upside that is. */
final readonly class DeskProgress
{
    /**
     * @param  int  $whole  pages whose texts have no fault, as they are to be
     * @param  int  $drafted  pages with a draft
     * @param  int  $upside  of all pages of the kind, in the store's currency for 28 days
     * @param  int  $faultyUpside  of those whose texts have a fault
     */
    private function __construct(
        public PageKind $kind,
        public int $pages,
        public int $whole,
        public int $drafted,
        public int $upside,
        public int $faultyUpside,
    ) {
    }

    /** @return list<self> by kind, where faults weigh most first */
    public static function of(Store $store): array
    {
        $rows = Rows::all(
            'SELECT kind, COUNT(*) AS pages, SUM(any_checks = 0) AS whole, SUM(drafted > 0) AS drafted,
                SUM(upside) AS upside, SUM(IF(any_checks > 0, upside, 0)) AS faulty_upside
                FROM write_rows FORCE INDEX (by_kind_upside) WHERE store_id = ? GROUP BY kind',
            [$store->id],
        );
        $progress = array_map(
            static fn (Row $row): self => new self(
                PageKind::from($row->int('kind')),
                $row->int('pages'),
                $row->int('whole'),
                $row->int('drafted'),
                $row->int('upside'),
                $row->int('faulty_upside'),
            ),
            $rows,
        );
        usort(
            $progress,
            static fn (self $a, self $b): int => [$b->faultyUpside, $b->pages] <=> [$a->faultyUpside, $a->pages],
        );

        return $progress;
    }

    /** Share of the pages that have what they need, from 0 to 1. */
    public function share(): float
    {
        return $this->whole / $this->pages;
    }
}
