<?php

declare(strict_types=1);

namespace App\Match\Tracking;

/** A tracked term as a row of the list shows it. */
final readonly class TrackedTerm
{
    /**
     * @param  string  $digest  16 bytes
     * @param  ?int  $leadPage  the page whose lead term it is
     * @param  int  $positionMilli  1000 x average position; 0 where it was not seen
     * @param  ?int  $pageId  the page that is shown most
     */
    public function __construct(
        public int $id,
        public string $digest,
        public string $term,
        public ?int $leadPage,
        public string $tags,
        public int $clicks,
        public int $impressions,
        public int $positionMilli,
        public int $beforeMilli,
        public ?int $pageId,
        public ?string $seenOn,
    ) {
    }

    /** The page that is shown, or else the one that should be; 0 where there is none. */
    public function shownPage(): int
    {
        return $this->pageId ?: (int) $this->leadPage;
    }

    /** Whether another page is shown than the one whose lead term it is. */
    public function showsAnother(): bool
    {
        return $this->positionMilli > 0 && $this->leadPage !== null && $this->leadPage !== $this->shownPage();
    }

    /** Places that it stands better (+) or worse (-) than before; null where it was not seen in both times. */
    public function change(): ?float
    {
        return $this->positionMilli === 0 || $this->beforeMilli === 0
            ? null
            : ($this->beforeMilli - $this->positionMilli) / 1000;
    }
}
