<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Untangle\Deciding\ActionReason;
use Orchard\Core\Duplicates\KeeperReason;
use Orchard\Core\Duplicates\PairReason;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Redirects\RedirectFault;

/** Reasons as Untangle keeps them, in words. */
final class ReasonWords
{
    /** Why something is, or is not, to be done: of untangle_pages.why. */
    public static function ofAction(string $kept): string
    {
        return Reason::wordsOf(ActionReason::class, $kept);
    }

    /** How a page stands to the keeper of its tangle: of untangle_pages.reason and untangle_pairs.reason. */
    public static function ofPair(string $kept): string
    {
        return Reason::wordsOf(PairReason::class, $kept);
    }

    /** Both of a page. */
    public static function ofPage(string $action, string $pair): string
    {
        return implode('; ', array_filter([self::ofAction($action), self::ofPair($pair)]));
    }

    /** Why a page stays: of untangle_tangles.reasons. */
    public static function ofKeeper(string $kept): string
    {
        return Reason::wordsOf(KeeperReason::class, $kept);
    }

    /** Where a page that is gone should lead: of untangle_lost.why. */
    public static function ofLost(string $kept): string
    {
        return Reason::wordsOf(LostReason::class, $kept);
    }

    /** Why a line of the book of redirects is not sent: of untangle_redirects.fault. */
    public static function ofRedirect(string $kept): string
    {
        return Reason::wordsOf(RedirectFault::class, $kept);
    }
}
