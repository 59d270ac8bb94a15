<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

use Orchard\Core\LinkGraph\CanonicalVerdict;

/**
 * What is to be done about one address, by what was decided for its cause, else by the store's rule for its sort; and
 * whether that is safe without a look.
 */
final readonly class Policy
{
    /** Sureness, 0 to 1, from which a likeness needs no second look. */
    private const SURE = 0.85;

    /** Why a narrowed list is to name itself. */
    public const STANDS = 'has demand of its own: it should name itself';

    private function __construct(public Means $means, public string $why, public bool $isSafe)
    {
    }

    /**
     * An address beside its keeper.
     *
     * @param  string  $choice  of the cause or the rule
     * @param  bool  $isDecided  whether a person decided on the cause or the page
     * @param  float  $sureness  that the two are one page, 0 to 1
     * @param  bool  $isLearned  whether what a parameter does is sure
     * @param  float  $lead  points by which the keeper leads
     * @param  ?string  $demand  by what a variant is searched for by itself, in words; null where it is not
     */
    public static function beside(
        CauseSort $sort,
        string $choice,
        bool $isDecided,
        int $status,
        CanonicalVerdict $verdict,
        bool $isClosed,
        float $sureness,
        bool $isLearned,
        float $lead,
        bool $isBusier,
        ?string $demand,
    ): self {
        if ($status >= 300 && $status < 400) {
            return $choice === 'redirect' && $verdict === CanonicalVerdict::Redirected
                ? new self(Means::Redirect, 'reaches the keeper by more than one hop', true)
                : new self(Means::Leave, 'redirects to the keeper', true);
        }
        if ($choice === 'demand') {
            if ($demand !== null) {
                return new self(Means::Leave, "is searched for by itself: $demand", true);
            }
            $choice = 'canonical';
        }
        $means = Means::tryFrom($choice) ?? Means::Leave;
        if ($means === Means::Leave) {
            return new self(Means::Leave, $isDecided ? 'decided: kept apart' : 'the store’s rule: kept apart', true);
        }
        if ($means === Means::Canonical && $verdict === CanonicalVerdict::ToKeeper) {
            return new self(Means::Leave, 'names the keeper already', true);
        }
        if ($isClosed && $means !== Means::Redirect) {
            return new self(Means::Leave, 'is kept out of search already', true);
        }
        $doubt = match (true) {
            $isDecided => null,
            $means === Means::Rewrite => 'whether it deserves a text of its own is the owner’s to say',
            $sureness < self::SURE => 'likely, not sure, to be the same page',
            ! $isLearned => 'what the parameter does was seen too seldom to be sure',
            $isBusier => 'has more clicks than the keeper',
            $lead < 1.0 => 'which of them should stay is close',
            default => null,
        };

        return new self(
            $means,
            $doubt ?? ($verdict->isFault() ? lcfirst($verdict->words()) : 'one page is enough'),
            $doubt === null,
        );
    }

    /** A page that should stay, and declares something else. */
    public static function declared(CanonicalVerdict $verdict, string $choice, bool $isDecided): self
    {
        if (! $verdict->isFault() || $choice !== 'canonical') {
            return new self(
                Means::Leave,
                $verdict->isFault() ? 'decided: left as it is' : lcfirst($verdict->words()),
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

        return new self(Means::Canonical, lcfirst($verdict->words()), $isSafe);
    }

    /** A list narrowed by a filter. */
    public static function narrow(string $choice, CanonicalVerdict $verdict, bool $isClosed, bool $isPromoted): self
    {
        return match (true) {
            $choice === 'leave' => new self(Means::Leave, 'the store’s rule: kept apart', true),
            $choice === 'promote' && $isPromoted => $verdict->isFault() || $verdict === CanonicalVerdict::ToWider
                ? new self(Means::Canonical, self::STANDS, true)
                : new self(Means::Leave, 'has demand of its own', true),
            $choice === 'noindex' => $isClosed
                ? new self(Means::Leave, 'is kept out of search already', true)
                : new self(Means::Noindex, 'a narrower list', false),
            $isClosed => new self(Means::Leave, 'is kept out of search already', true),
            $verdict === CanonicalVerdict::ToWider || $verdict === CanonicalVerdict::ToKeeper => new self(
                Means::Leave,
                'names the wider list already',
                true,
            ),
            default => new self(Means::Canonical, 'a narrower list that stands by itself', false),
        };
    }
}
