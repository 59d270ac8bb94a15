<?php

declare(strict_types=1);

namespace App\Changes\Review;

/**
 * Which texts belong to which reviewer, as conditions on a query that has resources as r. A text belongs to the first
 * reviewer whose part it is in; one that is in nobody's part is any approver's.
 */
final readonly class Parts
{
    /** @param  list<Reviewer>  $reviewers  in their order */
    public function __construct(private array $reviewers)
    {
    }

    /** @return array{string, list<int|string>} a condition and its values: texts of these reviewers */
    public function of(Reviewer ...$wanted): array
    {
        $ids = array_map(static fn (Reviewer $one): int => $one->id, $wanted);
        $either = $values = [];
        foreach ($this->reviewers as $nth => $reviewer) {
            if (in_array($reviewer->id, $ids, true)) {
                [$own, $ownValues] = self::condition($reviewer);
                [$before, $beforeValues] = $this->noneOf(array_slice($this->reviewers, 0, $nth));
                $either[] = "($own AND $before)";
                array_push($values, ...$ownValues, ...$beforeValues);
            }
        }

        return [$either === [] ? '1 = 0' : '('.implode(' OR ', $either).')', $values];
    }

    /** @return array{string, list<int|string>} texts that are in nobody's part */
    public function unclaimed(): array
    {
        return $this->noneOf($this->reviewers);
    }

    /**
     * What somebody may judge: their own parts and those whose deputy they are; what is in nobody's part, unless they
     * are a guest; everything where they may.
     *
     * @return array{string, list<int|string>}
     */
    public function judgedBy(Approver $by): array
    {
        if ($by->mayAll) {
            return ['1 = 1', []];
        }
        $own = array_values(
            array_filter(
                $this->reviewers,
                static fn (Reviewer $one): bool => $by->userId === null
                    ? $one->id === $by->reviewerId
                    : $one->asks($by->userId),
            ),
        );
        [$of, $values] = $this->of(...$own);
        if ($by->userId === null) {
            return [$of, $values];
        }
        [$none, $noneValues] = $this->unclaimed();

        return ["($of OR $none)", [...$values, ...$noneValues]];
    }

    /**
     * @param  list<Reviewer>  $reviewers
     * @return array{string, list<int|string>}
     */
    private function noneOf(array $reviewers): array
    {
        $not = $values = [];
        foreach ($reviewers as $reviewer) {
            [$condition, $some] = self::condition($reviewer);
            $not[] = "NOT ($condition)";
            array_push($values, ...$some);
        }

        return [$not === [] ? '1 = 1' : '('.implode(' AND ', $not).')', $values];
    }

    /** @return array{string, list<int|string>} */
    private static function condition(Reviewer $reviewer): array
    {
        $all = ['1 = 1'];
        $values = [];
        foreach (['kind' => $reviewer->kind, 'market_id' => $reviewer->marketId] as $column => $value) {
            if ($value !== null) {
                $all[] = "r.$column = ?";
                $values[] = $value;
            }
        }
        if ($reviewer->maker !== null) {
            // COALESCE: what has no maker is not in the part, and NOT of it has to be true.
            $all[] = "(COALESCE(JSON_VALUE(r.attributes, '$.maker') = ?, 0) OR EXISTS (SELECT 1 FROM page_products x
                WHERE x.page_id = r.page_id AND x.maker = ?))";
            array_push($values, $reviewer->maker, $reviewer->maker);
        }
        if ($reviewer->collectionId !== null) {
            $all[] = 'EXISTS (SELECT 1 FROM collection_pages c WHERE c.store_id = r.store_id AND c.page_id = r.page_id
                AND c.collection_id = ?)';
            $values[] = $reviewer->collectionId;
        }

        return [implode(' AND ', $all), $values];
    }
}
