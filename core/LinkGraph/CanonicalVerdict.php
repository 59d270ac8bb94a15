<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/**
 * What a declared canonical is worth: the rows of the decision table, in its order. The first that applies is the verdict, the others
 * are kept as notes; so every pair of conditions is decided by which of the two stands first. docs/untangle.md has the table in words.
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
        return ! in_array($this, [self::NotNeeded, self::ToKeeper, self::ToWider, self::Self, self::Weak, self::Unseen], true);
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

    /** What is the case, in a few words. */
    public function words(): string
    {
        return match ($this) {
            self::NotNeeded => 'Not meant for search, or no page',
            self::Unreadable => 'Names no valid address',
            self::Several => 'Names several addresses',
            self::Stray => 'Stands outside the head',
            self::TagAgainstHeader => 'Tag and header disagree',
            self::Barred => 'Names a page that robots.txt bars',
            self::Unreachable => 'Names a page that answers with an error',
            self::Redirected => 'Names a page that redirects',
            self::Closed => 'Names a page kept out of search',
            self::Loop => 'Goes in a circle',
            self::Chain => 'Names a page that names another',
            self::OtherForm => 'Names an address of this store with the other scheme or www.',
            self::Foreign => 'Names a page on another host',
            self::Unseen => 'Names a page not fetched yet',
            self::Unlike => 'Names a page that shows something else',
            self::Paging => 'A later part names the first',
            self::Language => 'Names its version in another language',
            self::ToKeeper => 'Names the keeper',
            self::ToWider => 'Names the list that it narrows',
            self::MissedFoldBySelf => 'Names itself, though another is the keeper',
            self::Self => 'Names itself',
            self::Odd => 'Names a page of the tangle that is not the keeper',
            self::Aside => 'Names a page that is not its like',
            self::Weak => 'Names none, and needs none',
            self::MissedFold => 'Names none, though another is the keeper',
        };
    }

    /** What it costs and why it is, or is not, a fault. */
    public function meaning(): string
    {
        return match ($this) {
            self::NotNeeded => 'Nothing to declare: it redirects, fails, is kept out of search, or is no HTML.',
            self::Unreadable, self::Stray => 'Counts as no canonical at all: search engines choose by themselves.',
            self::Several, self::TagAgainstHeader => 'Search engines drop both, or take either.',
            self::Barred => 'The target cannot be fetched, so nothing can be passed on to it.',
            self::Unreachable => 'The page asks to be replaced by one that is not there; it may be dropped, or the wish ignored.',
            self::Redirected, self::Chain => 'A wish with a detour is followed late, or not at all.',
            self::Closed => 'It asks to be replaced by a page that must not be listed: both may vanish.',
            self::Loop => 'No page of the circle says that it is the one.',
            self::OtherForm => 'To search engines http and https, and with and without www., are different addresses; which is meant is left open.',
            self::Foreign => 'What it earns goes to another host. Right only where the text is licensed from there.',
            self::Unseen => 'Nothing is known of the target until it has been fetched.',
            self::Unlike => 'Search engines ignore it, or drop a page that people search for.',
            self::Paging => 'What later parts list is not found through them.',
            self::Language => 'One language would stand in for another; hreflang says that both are wanted.',
            self::ToKeeper => 'Right: it differs from its own address, as it should.',
            self::ToWider => 'Right by the store’s rule for narrower lists.',
            self::MissedFoldBySelf, self::MissedFold => 'Clicks and links are split between addresses of one page.',
            self::Self => 'Right.',
            self::Odd => 'Clicks and links are gathered at the wrong address.',
            self::Aside => 'It may be meant so; search engines may well ignore it.',
            self::Weak => 'No fault; naming itself would guard it against parameters that someone adds.',
        };
    }

    /** What mends it. */
    public function repair(): string
    {
        return match ($this) {
            self::NotNeeded, self::ToKeeper, self::ToWider, self::Self, self::Unseen => 'Nothing.',
            self::Stray => 'Move it into the head, before the first thing that belongs to the body.',
            self::Several, self::TagAgainstHeader, self::Unreadable => 'Declare the keeper, once.',
            self::Paging => 'Let each part name itself.',
            self::Language => 'Let each version name itself, and the others by hreflang.',
            self::Unlike, self::Aside => 'Name itself, or the page that shows the same.',
            self::Weak => 'Name itself.',
            default => 'Declare the keeper.',
        };
    }
}
