<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/**
 * Gives each page the query that it is seen for most, and each query to one page: what is worth most is given first.
 * A start for whoever writes, not the best total.
 */
final class LeadChoice
{
    /** A click counts as much as so many impressions. */
    private const IMPRESSIONS_OF_A_CLICK = 50;

    /** @var list<int> */
    private array $values = [];

    /** @var list<int> */
    private array $pages = [];

    /** @var list<int> */
    private array $queries = [];

    public function add(int $page, int $query, int $clicks, int $impressions): void
    {
        $this->values[] = self::IMPRESSIONS_OF_A_CLICK * $clicks + $impressions;
        $this->pages[] = $page;
        $this->queries[] = $query;
    }

    /** @return array<int, int> query by page; ties go to the lower numbers, so that the order of input does not matter */
    public function choose(): array
    {
        [$values, $pages, $queries] = [$this->values, $this->pages, $this->queries];
        array_multisort($values, SORT_DESC, $queries, SORT_ASC, $pages, SORT_ASC);
        $chosen = $taken = [];
        foreach ($values as $nth => $value) {
            if ($value > 0 && ! isset($chosen[$pages[$nth]]) && ! isset($taken[$queries[$nth]])) {
                $chosen[$pages[$nth]] = $queries[$nth];
                $taken[$queries[$nth]] = true;
            }
        }

        return $chosen;
    }
}
