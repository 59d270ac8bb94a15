<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Changes\Origin;
use App\Platform\Database\Records;
use App\Stores\Kinds\PageKind;

/** A page of a change, as it was changed, and as it stands now. */
final readonly class ChangedPage
{
    /**
     * @param  string  $liveOn  day on which its texts went live
     * @param  ?string  $undoneOn  day on which they were taken back
     * @param  ?string  $origin  who wrote them (Origin)
     * @param  ?int  $marketId  null where the page is no longer known
     */
    public function __construct(
        public int $pageId,
        public string $liveOn,
        public ?string $undoneOn,
        private ?string $origin,
        public ?int $recipeId,
        public ?int $marketId,
        public int $kind,
        private int $status,
        private int $indexable,
    ) {
    }

    /** @return array<int, self> by page */
    public static function all(int $change): array
    {
        return array_column(
            Records::select(
                self::class,
                'SELECT w.page_id, w.live_on, w.undone_on, w.origin, w.recipe_id, i.market_id, i.kind, i.status,
                    i.indexable
                    FROM watch_pages w LEFT JOIN page_index i ON i.page_id = w.page_id WHERE w.change_id = ?
                    ORDER BY w.page_id',
                [$change],
            ),
            null,
            'pageId',
        );
    }

    /** Whether search shows it no more. A page that was never asked for may be shown. */
    public function isGone(): bool
    {
        return $this->marketId === null || ($this->status !== 0 && $this->indexable !== 1);
    }

    /** @param  string  $day  yyyy-mm-dd */
    public function isUndoneBy(string $day): bool
    {
        return $this->undoneOn !== null && $this->undoneOn <= $day;
    }

    /** Its kind and who wrote its texts, in words. */
    public function work(): string
    {
        $kind = ucfirst(PageKind::from($this->kind)->plural());

        return match (Origin::tryFrom((string) $this->origin)) {
            Origin::Hand => "$kind, by hand",
            Origin::Recipe => "$kind, by recipe",
            Origin::Import => "$kind, from a file",
            Origin::Suggested => "$kind, suggested",
            default => $kind,
        };
    }
}
