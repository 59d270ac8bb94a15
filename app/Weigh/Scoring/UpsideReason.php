<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Inventory\WhyNot;
use Orchard\Core\Reasons\ReasonType;
use Orchard\Core\StructuredData\LifeState;

/** What the upside of a page comes from, or why it has none; some name numbers. */
enum UpsideReason: string implements ReasonType
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

    public function words(array $of): string
    {
        [$a, $b, $c] = $of + ['0', '0', '0'];

        return match ($this) {
            self::KeptOut => 'kept out of search on purpose',
            self::Folded => 'folded: its canonical names another page',
            self::NotListed => 'not listed: '.(WhyNot::tryFrom((int) $a)?->words() ?? 'reason not known'),
            self::NothingToSell => 'nothing to sell: '.(LifeState::tryFrom((int) $a) ?? LifeState::Unknown)->label(),
            self::BrandOnly => 'only brand queries',
            self::AsExpected => 'gets the clicks that its positions allow',
            self::ClickRate => "CTR $a% below average for its positions",
            self::SimilarPages => 'similar pages have a low CTR',
            self::Near => $a === '1' ? "1 query at position $b" : "$a queries at positions $b to $c",
            self::Rank => 'could rank higher',
        };
    }
}
