<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/**
 * What a declared canonical is worth: the rows of the decision table, in its order. The first that applies is the
 * verdict, the others are kept as notes; so every pair of conditions is decided by which of the two stands first.
 * docs/untangle.md has the table in words.
 *
 * RFC 6596 says what the relation means; the order puts what makes a declaration void before what makes it wrong.
 */
enum CanonicalVerdict: string
{
    case NotNeeded = 'not needed';
    case Unreadable = 'unreadable';
    case Several = 'several';
    case Stray = 'outside the head';
    case TagAgainstHeader = 'tag against header';
    case Barred = 'barred';
    case Unreachable = 'unreachable';
    case Redirected = 'redirected';
    case Closed = 'closed';
    case Loop = 'loop';
    case Chain = 'chain';
    case OtherForm = 'other form';
    case Foreign = 'foreign';
    case Unseen = 'unseen';
    case Unlike = 'unlike';
    case Paging = 'paging';
    case Language = 'language';
    case ToKeeper = 'to keeper';
    case ToWider = 'to the wider list';
    case MissedFoldBySelf = 'to itself, not the keeper';
    case Self = 'to self';
    case Odd = 'odd';
    case Aside = 'aside';
    case Weak = 'absent on a keeper';
    case MissedFold = 'absent on a duplicate';

    public function isFault(): bool
    {
        return ! in_array(
            $this,
            [self::NotNeeded, self::ToKeeper, self::ToWider, self::Self, self::Weak, self::Unseen],
            true,
        );
    }

    public function key(): string
    {
        return str_replace([' ', ','], ['-', ''], $this->value);
    }

    public static function fromKey(string $key): ?self
    {
        foreach (self::cases() as $case) {
            if ($case->key() === $key) {
                return $case;
            }
        }

        return null;
    }

    /**
     * The verdict on a page of a tangle once another page is its keeper; all else about the page being as it was.
     *
     * @param  bool  $isKeeper  whether this page is the new keeper
     * @param  bool  $namesKeeper  whether its canonical is the new keeper, and not the page itself
     */
    public function withKeeper(bool $isKeeper, bool $namesKeeper): self
    {
        return match ($this) {
            self::Self, self::MissedFoldBySelf => $isKeeper ? self::Self : self::MissedFoldBySelf,
            self::ToKeeper, self::Odd => $namesKeeper ? self::ToKeeper : self::Odd,
            self::Weak, self::MissedFold => $isKeeper ? self::Weak : self::MissedFold,
            default => $this,
        };
    }

    /** What is the case, in the words of the trade. */
    public function words(): string
    {
        return match ($this) {
            self::NotNeeded => 'No canonical needed',
            self::Unreadable => 'Canonical is not a valid URL',
            self::Several => 'Several canonicals',
            self::Stray => 'Canonical outside the head',
            self::TagAgainstHeader => 'Canonical in tag and header disagree',
            self::Barred => 'Canonical to a URL blocked by robots.txt',
            self::Unreachable => 'Canonical to an error page (404)',
            self::Redirected => 'Canonical to a redirect',
            self::Closed => 'Canonical to a noindex page',
            self::Loop => 'Canonicals in a loop',
            self::Chain => 'Canonical chain',
            self::OtherForm => 'Canonical with other scheme or www',
            self::Foreign => 'Canonical to another host',
            self::Unseen => 'Canonical to a page not crawled yet',
            self::Unlike => 'Canonical to a page with other content',
            self::Paging => 'Page 2 and on: canonical to page 1',
            self::Language => 'Canonical to another language version',
            self::ToKeeper => 'Canonical to the keeper',
            self::ToWider => 'Canonical to the unfiltered list',
            self::MissedFoldBySelf => 'Self-canonical on a duplicate',
            self::Self => 'Self-canonical',
            self::Odd => 'Canonical to a duplicate, not the keeper',
            self::Aside => 'Canonical to a page that is no duplicate',
            self::Weak => 'No canonical, none needed',
            self::MissedFold => 'No canonical on a duplicate',
        };
    }

    /** What it costs and why it is, or is not, a fault. */
    public function meaning(): string
    {
        return match ($this) {
            self::NotNeeded => 'The page redirects, answers with an error, is noindex, or is not HTML.',
            self::Unreadable, self::Stray => 'Search engines ignore it and choose a canonical themselves.',
            self::Several, self::TagAgainstHeader => 'Search engines ignore both, or pick either one.',
            self::Barred => 'Search engines cannot crawl the target, so its signals are not consolidated.',
            self::Unreachable => 'The page may be dropped from the index, or the canonical ignored.',
            self::Redirected, self::Chain => 'A canonical with a detour is followed late, or ignored.',
            self::Closed => 'Both pages may be dropped from the index.',
            self::Loop => 'Each page points to the next, so none of them is the canonical.',
            self::OtherForm => 'http and https, www and no www are different URLs to search engines: signals are split.',
            self::Foreign => 'Its rankings go to another host. Right only where the content is licensed from there.',
            self::Unseen => 'Crawl the target first.',
            self::Unlike => 'Search engines ignore it, or drop a page with search demand.',
            self::Paging => 'Products on page 2 and on are not found through them.',
            self::Language => 'One language version replaces the other, although hreflang says that both should rank.',
            self::ToKeeper => 'Right.',
            self::ToWider => 'Right by the store’s rule for filtered lists.',
            self::MissedFoldBySelf, self::MissedFold => 'Clicks and links are split between URLs of one page.',
            self::Self => 'Right.',
            self::Odd => 'Clicks and links are consolidated on the wrong URL.',
            self::Aside => 'It may be on purpose; search engines may ignore it.',
            self::Weak => 'No fault. A self-canonical would protect it against added parameters.',
        };
    }

    /** What mends it. */
    public function repair(): string
    {
        return match ($this) {
            self::NotNeeded, self::ToKeeper, self::ToWider, self::Self, self::Unseen => 'Nothing.',
            self::Stray => 'Move it into the head, before the first body element.',
            self::Several, self::TagAgainstHeader, self::Unreadable => 'Set one canonical, to the keeper.',
            self::Paging => 'Set a self-canonical on each page.',
            self::Language => 'Set a self-canonical on each version, and hreflang to the others.',
            self::Unlike, self::Aside => 'Set a self-canonical, or the canonical of its true duplicate.',
            self::Weak => 'Set a self-canonical.',
            default => 'Set the canonical to the keeper.',
        };
    }
}
