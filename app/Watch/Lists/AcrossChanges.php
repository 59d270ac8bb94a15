<?php

declare(strict_types=1);

namespace App\Watch\Lists;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Watch\Judging\GroupedBy;
use Orchard\Core\Outcome\Verdict;

/**
 * What one kind of work earned over all changes together, such as product titles by recipe: groups of single changes
 * are often too small to be told, their sum is less so.
 */
final readonly class AcrossChanges
{
    /**
     * @param  string  $name  such as "Products, by recipe", or the name of one
     * @param  int  $changes  in which there was such work
     * @param  int  $pages  of all of them
     * @param  Gain  $clicks  in 28 days
     * @param  float  $expected  clicks that would have come in 28 days
     */
    private function __construct(
        public string $name,
        public int $changes,
        public int $pages,
        public Gain $clicks,
        public float $expected,
    ) {
    }

    /** @return list<self> the most pages first; none where no group stands in two changes */
    public static function of(Store $store, GroupedBy $by): array
    {
        $changes = $pages = $expected = $clicks = [];
        foreach (
            Rows::all(
                'SELECT r.name, r.pages, r.came, r.expected, r.error, c.weeks_told FROM watch_changes c
                    JOIN watch_results r ON r.change_id = c.id AND r.grouped_by = ?
                    WHERE c.store_id = ? AND c.verdict <> ? ORDER BY c.id, r.part',
                [$by->value, $store->id, Verdict::Open->value],
            ) as $row
        ) {
            $name = $row->text('name');
            $per = ResultRow::DAYS / 7 / max(1, $row->int('weeks_told'));
            $changes[$name] = ($changes[$name] ?? 0) + 1;
            $pages[$name] = ($pages[$name] ?? 0) + $row->int('pages');
            $expected[$name] = ($expected[$name] ?? 0.0) + $row->number('expected') * $per;
            $clicks[$name] = ($clicks[$name] ?? new Gain())->plus(
                ($row->number('came') - $row->number('expected')) * $per,
                $row->number('error') * $per,
            );
        }
        arsort($pages);

        return max([0, ...array_values($changes)]) < 2
            ? []
            : array_values(
                array_map(
                    static fn (string $name): self => new self(
                        $name,
                        $changes[$name],
                        $pages[$name],
                        $clicks[$name],
                        $expected[$name],
                    ),
                    array_map(strval(...), array_keys($pages)),
                ),
            );
    }

    /** As a part of what would have come; null where nothing would have. */
    public function share(): ?float
    {
        return $this->expected > 0 ? $this->clicks->value / $this->expected : null;
    }

    /** Whether chance alone seldom does as much: the range does not hold 0. */
    public function isTold(): bool
    {
        return $this->clicks->low() > 0 || $this->clicks->high() < 0;
    }
}
