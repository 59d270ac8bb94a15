<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use Orchard\Core\Demand\Pair;
use Orchard\Core\Demand\QueryClass;
use Orchard\Core\Demand\Upside;
use stdClass;

/** The largest part of a page's sum, in about eight words. */
final class Reason
{
    /** @param  list<Pair>  $pairs */
    public static function of(array $pairs, Upside $upside, stdClass $row): string
    {
        $why = PartThatCounts::why($row);
        if ($why !== null) {
            return $why;
        }
        if ($upside->total() <= 0) {
            $brand = array_filter($pairs, static fn (Pair $pair): bool => $pair->class === QueryClass::OwnBrand);

            return $brand !== [] &&
                count($brand) === count(array_filter($pairs, static fn (Pair $pair): bool => $pair->query > 0))
                ? 'only brand queries'
                : 'gets the clicks that its positions allow';
        }
        if ($upside->wording >= $upside->position) {
            $missing = (int) round(100 * max(0.0, 1 - $upside->ratio));

            return $missing >= 5 && $upside->ownPart >= 0.3
                ? "CTR $missing% below average for its positions"
                : 'similar pages have a low CTR';
        }
        $near = [];
        foreach ($upside->queries as $id => $query) {
            if ($query['target'] !== null) {
                $near[$id] = true;
            }
        }
        $positions = array_map(
            static fn (Pair $pair): float => $pair->position,
            array_filter($pairs, static fn (Pair $pair): bool => isset($near[$pair->query])),
        );
        $n = count($near);

        return $positions === []
            ? 'could rank higher'
            : ($n === 1 ? '1 query at position ' : "$n queries at positions ").
                    round(min($positions)).
                    ($n === 1 ? '' : ' to '.round(max($positions)));
    }
}
