<?php

declare(strict_types=1);

namespace App\Tend\Found;

/** What can be found of a page's place, make-up and answers. */
enum FindingType: int
{
    case Orphan = 1;
    case TooDeep = 2;
    case FewLinks = 3;
    case NoH1 = 10;
    case EmptyH1 = 11;
    case SeveralH1 = 12;
    case SharedH1 = 13;
    case LevelSkipped = 14;
    case NoAlt = 20;
    case EmptyAlt = 21;
    case LongAlt = 22;
    case StuffedAlt = 23;
    case ImageName = 24;
    case ImageGone = 25;
    case ImageMoved = 26;
    case HeavyImage = 27;
    case FilledByScript = 30;
    case SlowAnswer = 31;
    case HeavyPage = 32;
    case LatePaint = 33;
    case MovingPage = 34;
    case BlockedPage = 35;
    case HeavyLoad = 36;
    case SharedText = 40;
    case LinkToMissing = 50;
    case LinkToRedirect = 51;
    case RedirectChain = 52;
    case ServerError = 53;
    case InsecureContent = 54;
    case DeadOutgoing = 55;
    case StructuredMissing = 60;
    case StructuredBroken = 61;
    case StructuredLacks = 62;
    case StructuredWords = 63;
    case StructuredPrice = 64;
    case ListedInVain = 70;
    case NotListed = 71;
    case CollectionLacks = 80;

    public function group(): FindingGroup
    {
        return match (true) {
            $this === self::Orphan => FindingGroup::Orphans,
            $this->value < 10 => FindingGroup::Depth,
            $this->value < 20 => FindingGroup::Headings,
            $this->value < 30 => FindingGroup::Images,
            $this === self::SharedText => FindingGroup::Words,
            $this === self::CollectionLacks => FindingGroup::Collections,
            $this->value >= 70 => FindingGroup::Sitemaps,
            $this->value >= 60 => FindingGroup::Structured,
            default => FindingGroup::Status,
        };
    }

    /** Whether only a whole crawl can tell it. */
    public function needsWholeCrawl(): bool
    {
        return $this->value < 10;
    }

    public function key(): string
    {
        return strtolower((string) preg_replace('/(?<=[a-z0-9])(?=[A-Z])/', '-', $this->name));
    }

    public static function fromKey(string $key): ?self
    {
        foreach (self::cases() as $type) {
            if ($type->key() === $key) {
                return $type;
            }
        }

        return null;
    }

    public function label(): string
    {
        return match ($this) {
            self::Orphan => 'Orphan page',
            self::TooDeep => 'Too many clicks from home',
            self::FewLinks => 'Few links from other pages',
            self::NoH1 => 'No H1',
            self::EmptyH1 => 'Empty H1',
            self::SeveralH1 => 'Several H1',
            self::SharedH1 => 'Same H1 on several pages',
            self::LevelSkipped => 'Heading level skipped',
            self::NoAlt => 'Images without alt attribute',
            self::EmptyAlt => 'Product without any alt text',
            self::LongAlt => 'Alt text too long',
            self::StuffedAlt => 'Alt text stuffed with words',
            self::ImageName => 'File name of a camera',
            self::ImageGone => 'Image that is not there',
            self::ImageMoved => 'Image at an address that redirects',
            self::HeavyImage => 'Heavy image',
            self::FilledByScript => 'Page filled by JavaScript',
            self::SlowAnswer => 'Slow answer',
            self::HeavyPage => 'Heavy HTML',
            self::LatePaint => 'Shown late (lab)',
            self::MovingPage => 'Parts that move while it loads (lab)',
            self::BlockedPage => 'Busy with its scripts (lab)',
            self::HeavyLoad => 'Loads much (lab)',
            self::SharedText => 'Text that stands on other pages, too',
            self::LinkToMissing => 'Links to a page that is not there',
            self::LinkToRedirect => 'Links to a redirect',
            self::RedirectChain => 'Chain of redirects',
            self::ServerError => 'Server error',
            self::InsecureContent => 'Insecure content on a secure page',
            self::DeadOutgoing => 'Link to another site that is not there',
            self::StructuredMissing => 'No structured data of its kind',
            self::StructuredBroken => 'Structured data that cannot be read',
            self::StructuredLacks => 'Structured data without what it needs',
            self::StructuredWords => 'Structured data with words nobody knows',
            self::StructuredPrice => 'Price or stock told differently',
            self::ListedInVain => 'In the sitemap for nothing',
            self::NotListed => 'Missing from the sitemap',
            self::CollectionLacks => 'Collection below the store’s standard',
        };
    }

    /** Which texts of the writing desk mend it, as the desk names them; null where none alone does. */
    public function texts(): ?string
    {
        return match ($this) {
            self::NoH1, self::EmptyH1, self::SeveralH1, self::SharedH1 => 'headings',
            self::NoAlt, self::EmptyAlt, self::LongAlt, self::StuffedAlt => 'alts',
            default => null,
        };
    }

    /** Whether something is made for its pages that a release can bring in, beside texts. */
    public function isMendedByParts(): bool
    {
        return $this->group() === FindingGroup::Structured ||
            in_array($this, [self::NoAlt, self::EmptyAlt, self::LongAlt, self::StuffedAlt], true);
    }

    /** Why it matters, in a sentence. */
    public function meaning(): string
    {
        return match ($this) {
            self::Orphan => 'No followed link leads here, so search engines come seldom and give it no weight.',
            self::TooDeep => 'Pages many clicks away are fetched seldom and rank worse.',
            self::FewLinks => 'The fewer pages link to it, the less weight it has.',
            self::NoH1 => 'The page does not say with a heading what it is about.',
            self::EmptyH1 => 'An H1 without text says nothing.',
            self::SeveralH1 => 'Several main headings blur what the page is about.',
            self::SharedH1 => 'Search engines cannot tell the pages apart by their headings.',
            self::LevelSkipped => 'Screen readers and outlines lose the order of the page.',
            self::NoAlt => 'Nobody who does not see the image learns what it shows, image search neither.',
            self::EmptyAlt => 'An empty alt says that the image is decoration; here it is the product.',
            self::LongAlt => 'Screen readers read all of it; about 125 characters are enough.',
            self::StuffedAlt => 'Words in a row without a sentence look like spam.',
            self::ImageName => 'The file name tells image search nothing; advice for new images alone.',
            self::ImageGone => 'Visitors see a gap, image search nothing.',
            self::ImageMoved => 'Each view takes a detour.',
            self::HeavyImage => 'Over 400 kB; on a phone it comes late.',
            self::FilledByScript => 'Search engines see an empty page until they have run its scripts.',
            self::SlowAnswer => 'Slow answers make crawls slow and visitors leave.',
            self::HeavyPage => 'Over half a megabyte of HTML, without images and scripts.',
            self::LatePaint => 'Its largest part took over 4 seconds on the phone of our lab; visitors may have it '.
                'faster or slower.',
            self::MovingPage => 'What one is about to touch moves away (layout shift over 0.25 in our lab).',
            self::BlockedPage => 'For over 1.5 seconds a touch would not have been answered on the phone of our lab.',
            self::HeavyLoad => 'Over 3 megabytes for one page; on the way that takes its time and the visitor’s money.',
            self::SharedText => 'Text that stands elsewhere is no reason to show this page.',
            self::LinkToMissing => 'Visitors and crawlers end at an error.',
            self::LinkToRedirect => 'Each link takes a detour; link straight to the target.',
            self::RedirectChain => 'Each further redirect takes time, and some crawlers give up.',
            self::ServerError => 'The page cannot be shown; if it stays so, it drops out of the results.',
            self::StructuredMissing => 'Search engines show price, stock and stars only where the page tells them.',
            self::StructuredBroken => 'Search engines pass over what is no JSON or of no type.',
            self::StructuredLacks => 'Without it, or off its scale, the result shows no price and no stars.',
            self::StructuredWords => 'A property that schema.org does not have there says nothing.',
            self::StructuredPrice => 'A result that promises another price or stock than the page is taken down.',
            self::ListedInVain => 'A sitemap lists only pages that answer and may be indexed.',
            self::CollectionLacks => 'Collections carry the ranking; the store has set what each should have.',
            self::NotListed => 'The page may be indexed, and the shop’s sitemap does not name it.',
            self::DeadOutgoing => 'Visitors end at somebody else’s error.',
            self::InsecureContent => 'Browsers block or mark what is loaded over http on an https page.',
        };
    }
}
