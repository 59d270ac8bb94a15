<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\Reasons\Reason;

/**
 * What is to be done about one address, by what was decided for its cause, else by the store's rule for its sort; and
 * whether that is safe without a look.
 */
final readonly class Policy
{
    /** Sureness, 0 to 1, from which a likeness needs no second look. */
    private const SURE = 0.85;

    /** @param  Reason  $why  of ActionReason */
    private function __construct(public Means $means, public Reason $why, public bool $isSafe)
    {
    }

    private static function because(Means $means, ActionReason $why, bool $isSafe = true): self
    {
        return new self($means, new Reason($why), $isSafe);
    }

    /**
     * An address beside its keeper.
     *
     * @param  string  $choice  of the cause or the rule
     * @param  bool  $isDecided  whether a person decided on the cause or the page
     */
    public static function beside(string $choice, bool $isDecided, Standing $page): self
    {
        if ($page->redirects()) {
            return $choice === 'redirect' && $page->verdict === CanonicalVerdict::Redirected
                ? self::because(Means::Redirect, ActionReason::MoreHops)
                : self::because(Means::Leave, ActionReason::Redirects);
        }
        if ($choice === 'demand') {
            if ($page->demand !== null) {
                return new self(Means::Leave, $page->demand, true);
            }
            $choice = 'canonical';
        }
        $means = Means::tryFrom($choice) ?? Means::Leave;
        if ($means === Means::Leave) {
            return self::because(Means::Leave, $isDecided ? ActionReason::DecidedApart : ActionReason::RuleApart);
        }
        if ($means === Means::Canonical && $page->verdict === CanonicalVerdict::ToKeeper) {
            return self::because(Means::Leave, ActionReason::NamesKeeper);
        }
        if ($page->isClosed && $means !== Means::Redirect) {
            return self::because(Means::Leave, ActionReason::KeptOut);
        }
        $doubt = match (true) {
            $isDecided => null,
            $means === Means::Rewrite => ActionReason::OwnText,
            $page->sureness < self::SURE => ActionReason::NotSure,
            ! $page->isLearned => ActionReason::SeldomSeen,
            $page->isBusier => ActionReason::Busier,
            $page->lead < 1.0 => ActionReason::CloseCall,
            default => null,
        };

        return new self(
            $means,
            match (true) {
                $doubt !== null => new Reason($doubt),
                $page->verdict->isFault() => self::declares($page->verdict),
                default => new Reason(ActionReason::OnePage),
            },
            $doubt === null,
        );
    }

    /** A page that should stay, and declares something else. */
    public static function declared(CanonicalVerdict $verdict, string $choice, bool $isDecided): self
    {
        if (! $verdict->isFault() || $choice !== 'canonical') {
            return new self(
                Means::Leave,
                $verdict->isFault() ? new Reason(ActionReason::DecidedAsIs) : self::declares($verdict),
                true,
            );
        }
        $isSafe =
            $isDecided ||
            in_array(
                $verdict,
                [
                    CanonicalVerdict::Unreadable,
                    CanonicalVerdict::Several,
                    CanonicalVerdict::Stray,
                    CanonicalVerdict::TagAgainstHeader,
                    CanonicalVerdict::Unreachable,
                    CanonicalVerdict::Redirected,
                    CanonicalVerdict::Loop,
                    CanonicalVerdict::Chain,
                    CanonicalVerdict::Paging,
                    CanonicalVerdict::Language,
                ],
                true,
            );

        return new self(Means::Canonical, self::declares($verdict), $isSafe);
    }

    /** A list narrowed by a filter. */
    public static function narrow(string $choice, CanonicalVerdict $verdict, bool $isClosed, bool $isPromoted): self
    {
        return match (true) {
            $choice === 'leave' => self::because(Means::Leave, ActionReason::RuleApart),
            $choice === 'promote' && $isPromoted => $verdict->isFault() || $verdict === CanonicalVerdict::ToWider
                ? self::because(Means::Canonical, ActionReason::Stands)
                : self::because(Means::Leave, ActionReason::HasDemand),
            $choice === 'noindex' => $isClosed
                ? self::because(Means::Leave, ActionReason::KeptOut)
                : self::because(Means::Noindex, ActionReason::Narrower, false),
            $isClosed => self::because(Means::Leave, ActionReason::KeptOut),
            $verdict === CanonicalVerdict::ToWider || $verdict === CanonicalVerdict::ToKeeper => self::because(
                Means::Leave,
                ActionReason::NamesWider,
            ),
            default => self::because(Means::Canonical, ActionReason::NarrowerAlone, false),
        };
    }

    private static function declares(CanonicalVerdict $verdict): Reason
    {
        return new Reason(ActionReason::Declares, [$verdict->key()]);
    }
}
