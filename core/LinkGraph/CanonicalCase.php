<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

use Orchard\Core\Url\PageUrl;

/** A page and the canonical that it declares, as the decision table sees them. */
final readonly class CanonicalCase
{
    /** @var list<string> what tags name, each once */
    private array $tags;

    /**
     * @param  bool  $isMeant  it answers 200 with HTML, is meant for search and may be listed
     * @param  list<string>  $tags  canonicals in the head, resolved where that is possible
     * @param  ?string  $header  canonical of the Link header
     * @param  int  $strays  canonicals that landed in the body
     * @param  ?bool  $isKeeper  null where it stands in no tangle
     * @param  ?CanonicalTarget  $target  of declared(); null where that is none or the page itself
     */
    public function __construct(
        public string $url,
        public bool $isMeant,
        array $tags,
        public ?string $header,
        public int $strays,
        public ?bool $isKeeper,
        public ?CanonicalTarget $target,
    ) {
        $this->tags = array_values(
            array_unique(array_map(static fn (string $tag): string => PageUrl::parse($tag)?->text() ?? $tag, $tags)),
        );
    }

    /**
     * The address that counts: the first tag's, else the header's; null where there is none, or none that can be read.
     *
     * @param  list<string>  $tags
     */
    public static function declared(array $tags, ?string $header): ?string
    {
        $first = $tags[0] ?? $header;

        return is_string($first) ? PageUrl::parse($first)?->text() : null;
    }

    public function verdict(): CanonicalVerdict
    {
        return $this->all()[0];
    }

    /** @return list<CanonicalVerdict> what else applies */
    public function notes(): array
    {
        return array_slice($this->all(), 1);
    }

    /** @return non-empty-list<CanonicalVerdict> every row of the table that applies, in its order */
    private function all(): array
    {
        $applies = array_values(array_filter(CanonicalVerdict::cases(), $this->applies(...)));

        return $applies !== [] ? $applies : [CanonicalVerdict::Aside];
    }

    private function applies(CanonicalVerdict $row): bool
    {
        if ($row === CanonicalVerdict::NotNeeded || ! $this->isMeant) {
            return $row === CanonicalVerdict::NotNeeded && ! $this->isMeant;
        }
        $first = $this->tags[0] ?? $this->header;
        $readable = self::declared($this->tags, $this->header);
        $isSelf = $readable === $this->url;
        $to = $isSelf ? null : $this->target;

        return match ($row) {
            CanonicalVerdict::Unreadable => $first !== null && $readable === null,
            CanonicalVerdict::Several => count($this->tags) > 1,
            CanonicalVerdict::Stray => $first === null && $this->strays > 0,
            CanonicalVerdict::TagAgainstHeader => $this->tags !== [] &&
                $this->header !== null &&
                (PageUrl::parse($this->header)?->text() ?? $this->header) !== $this->tags[0],
            CanonicalVerdict::Barred => $to !== null && $to->isOwnHost && $to->isBarred,
            CanonicalVerdict::Unreachable => $to !== null && $to->isOwnHost && $to->status >= 400,
            CanonicalVerdict::Redirected => $to !== null && $to->isOwnHost && $to->status >= 300 && $to->status < 400,
            CanonicalVerdict::Closed => $to !== null && $to->isOwnHost && $to->isClosed,
            CanonicalVerdict::Loop => $to !== null && $to->leadsBack,
            CanonicalVerdict::Chain => $to !== null && $to->namesAnother && ! $to->leadsBack,
            CanonicalVerdict::OtherForm => $to !== null && $to->isOtherForm,
            CanonicalVerdict::Foreign => $to !== null && ! $to->isOwnHost && ! $to->isOtherForm,
            CanonicalVerdict::Unseen => $to !== null &&
                $to->isOwnHost &&
                ! $to->isOtherForm &&
                ! $to->isBarred &&
                (! $to->isKnown || $to->status === 0),
            CanonicalVerdict::Unlike => $to !== null &&
                $to->isUnlike &&
                ! $to->isInTangle &&
                ! $to->isFirstPart &&
                ! $to->isVersion &&
                ! $to->isWider,
            CanonicalVerdict::Paging => $to !== null && $to->isFirstPart && ! $to->isInTangle,
            CanonicalVerdict::Language => $to !== null && $to->isVersion,
            CanonicalVerdict::ToKeeper => $to !== null && $to->isInTangle && $to->isKeeper,
            CanonicalVerdict::ToWider => $to !== null && $to->isWider && ! $to->isInTangle,
            CanonicalVerdict::MissedFoldBySelf => $isSelf && $this->isKeeper === false,
            CanonicalVerdict::Self => $isSelf && $this->isKeeper !== false,
            CanonicalVerdict::Odd => $to !== null && $to->isInTangle && ! $to->isKeeper,
            CanonicalVerdict::Aside => $to !== null &&
                $to->isOwnHost &&
                ! $to->isInTangle &&
                ! $to->isUnlike &&
                ! $to->isWider &&
                ! $to->isVersion &&
                ! $to->isFirstPart,
            CanonicalVerdict::Weak => $readable === null && $first === null && $this->isKeeper !== false,
            default => $readable === null && $first === null && $this->isKeeper === false,
        };
    }
}
