<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Reasons\ReasonType;

/** Why something is, or is not, to be done about an address. */
enum ActionReason: string implements ReasonType
{
    case MoreHops = 'more-hops';
    case Redirects = 'redirects';
    case NamesKeeper = 'names-keeper';
    case KeptOut = 'kept-out';
    case RuleApart = 'rule-apart';
    case DecidedApart = 'decided-apart';
    case DecidedAsIs = 'decided-as-is';
    case DecidedHere = 'decided-here';
    case DecidedKeeper = 'decided-keeper';
    case OnePage = 'one-page';
    case OwnText = 'own-text';
    case NotSure = 'not-sure';
    case SeldomSeen = 'seldom-seen';
    case Busier = 'busier';
    case CloseCall = 'close-call';

    /** What a page declares; it names the verdict. */
    case Declares = 'declares';

    /** By which query a variant is searched for, how many more there are, and impressions of 13 weeks. */
    case SearchedFor = 'searched-for';

    /** By which phrase a variant is searched for, and searches a month. */
    case Searched = 'searched';

    /** A narrowed list that has demand, and is to name itself as canonical. */
    case Stands = 'stands';
    case HasDemand = 'has-demand';
    case Narrower = 'narrower';
    case NarrowerAlone = 'narrower-alone';
    case NamesWider = 'names-wider';

    public function words(array $of): string
    {
        [$a, $b, $c] = $of + ['', '', ''];

        return match ($this) {
            self::MoreHops => 'reaches the keeper by more than one hop',
            self::Redirects => 'redirects to the keeper',
            self::NamesKeeper => 'names the keeper already',
            self::KeptOut => 'is kept out of search already',
            self::RuleApart => 'the store’s rule: kept apart',
            self::DecidedApart => 'decided: kept apart',
            self::DecidedAsIs => 'decided: left as it is',
            self::DecidedHere => 'decided for this address',
            self::DecidedKeeper => 'the keeper, decided by a person',
            self::OnePage => 'one page is enough',
            self::OwnText => 'whether it deserves a text of its own is the owner’s to say',
            self::NotSure => 'likely, not sure, to be the same page',
            self::SeldomSeen => 'what the parameter does was seen too seldom to be sure',
            self::Busier => 'has more clicks than the keeper',
            self::CloseCall => 'which of them should stay is close',
            self::Declares => lcfirst(CanonicalVerdict::fromKey($a)?->words() ?? ''),
            self::SearchedFor => "is searched for by itself: “{$a}”".
                ((int) $b > 0 ? " and $b more" : '').
                ', '.
                number_format((int) $c).
                ' impressions in thirteen weeks',
            self::Searched => "is searched for by itself: “{$a}”, ".number_format((int) $b).' searches a month',
            self::Stands => 'has demand of its own: it should name itself',
            self::HasDemand => 'has demand of its own',
            self::Narrower => 'a narrower list',
            self::NarrowerAlone => 'a narrower list that stands by itself',
            self::NamesWider => 'names the wider list already',
        };
    }

    /** Whether reasons, as they are kept, are of this type. */
    public function isOf(string $kept): bool
    {
        return (Reason::unpack(self::class, $kept)[0] ?? null)?->type === $this;
    }
}
