<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use Orchard\Core\Demand\Pair;
use Orchard\Core\Demand\QueryClass;
use Orchard\Core\Demand\Upside;
use Orchard\Core\Reasons\Reason;

/** The largest part of a page's sum, as a reason that is kept with its score. */
final class MainReason
{
    /** @param  list<Pair>  $pairs */
    public static function of(array $pairs, Upside $upside, ScoredPage $row): Reason
    {
        $why = PartThatCounts::why($row);
        if ($why !== null) {
            return $why;
        }
        if ($upside->total() <= 0) {
            $brand = array_filter($pairs, static fn (Pair $pair): bool => $pair->class === QueryClass::OwnBrand);

            return $brand !== [] &&
                count($brand) === count(array_filter($pairs, static fn (Pair $pair): bool => $pair->query > 0))
                ? new Reason(UpsideReason::BrandOnly)
                : new Reason(UpsideReason::AsExpected);
        }
        if ($upside->wording >= $upside->position) {
            $missing = (int) round(100 * max(0.0, 1 - $upside->ratio));

            return $missing >= 5 && $upside->ownPart >= 0.3
                ? new Reason(UpsideReason::ClickRate, [$missing])
                : new Reason(UpsideReason::SimilarPages);
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

        return $positions === []
            ? new Reason(UpsideReason::Rank)
            : new Reason(UpsideReason::Near, [
                count($near),
                (int) round(min($positions)),
                (int) round(max($positions)),
            ]);
    }

    /** Words of what is kept; null for nothing, and for a reason that this release does not know. */
    public static function wordsOf(?string $kept): ?string
    {
        return Reason::wordsOf(UpsideReason::class, (string) $kept) ?: null;
    }
}
