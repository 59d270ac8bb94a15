<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

/** What the upside of a page comes from, or why it has none. */
enum ReasonType: string
{
    case KeptOut = 'kept-out';
    case Folded = 'folded';
    case NotListed = 'not-listed';
    case NothingToSell = 'nothing-to-sell';
    case BrandOnly = 'brand-only';
    case AsExpected = 'as-expected';
    case ClickRate = 'click-rate';
    case SimilarPages = 'similar-pages';
    case Near = 'near';
    case Rank = 'rank';
}
