<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Inventory\WhyNot;
use Orchard\Core\Demand\Assumptions;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\StructuredData\LifeState;

/**
 * How much of a page's upside counts: nothing where it is kept out of search, folded into another, or has nothing to
 * sell.
 */
final class PartThatCounts
{
    private const NOTHING_TO_SELL = [
        LifeState::OutOfStock,
        LifeState::Discontinued,
        LifeState::Replaced,
        LifeState::Resting,
    ];

    public static function of(ScoredPage $row, Assumptions $assumptions): float
    {
        return self::why($row) === null ? ($row->life === LifeState::BackOn ? $assumptions->returning : 1.0) : 0.0;
    }

    /** Whether its product is out, resting or gone while the page itself could be found. */
    public static function isMissing(ScoredPage $row): bool
    {
        return in_array($row->life, self::NOTHING_TO_SELL, true) && ! $row->kind->isKeptOut();
    }

    /** Why nothing of it counts; null where it does. */
    public static function why(ScoredPage $row): ?Reason
    {
        $why = $row->whyNot;
        $life = $row->life;

        return match (true) {
            $row->kind->isKeptOut() => new Reason(UpsideReason::KeptOut),
            // Known by its numbers alone: only what a file says speaks against it.
            $why === WhyNot::NotFetched && ! in_array($life, self::NOTHING_TO_SELL, true) => null,
            $why === WhyNot::NotFetched => new Reason(UpsideReason::NothingToSell, [$life->value]),
            $why === WhyNot::CanonicalElsewhere => new Reason(UpsideReason::Folded),
            $why !== WhyNot::Indexable => new Reason(UpsideReason::NotListed, [$why->value]),
            in_array($life, self::NOTHING_TO_SELL, true) => new Reason(UpsideReason::NothingToSell, [$life->value]),
            default => null,
        };
    }
}
