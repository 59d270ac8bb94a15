<?php

declare(strict_types=1);

namespace App\Match\Rivalries;

use App\Platform\Database\Records;
use App\Stores\Models\Store;

/** Two pages that are seen for one term, with their figures of thirteen weeks, and what was decided of them. */
final readonly class Rivalry
{
    /**
     * @param  int  $pageId  the one that is shown more
     * @param  float  $turns  0 side by side, 1 never on one day
     * @param  int  $switches  days on which the other one is shown more than on the day before
     * @param  float  $lostClicks  in four weeks
     * @param  ?Verdict  $decision  null where nobody has decided
     * @param  ?string  $reviewOn  day on which it is asked again
     */
    public function __construct(
        public int $pageId,
        public int $rivalId,
        public int $clicks,
        public int $rivalClicks,
        public int $impressions,
        public int $rivalImpressions,
        public int $positionMilli,
        public int $rivalPositionMilli,
        public float $turns,
        public int $switches,
        public float $lostClicks,
        public bool $takesTurns,
        public ?Verdict $decision,
        public ?int $mainPage,
        public ?string $reason,
        public ?string $reviewOn,
    ) {
    }

    /** @return list<self> of a term, those that take turns first */
    public static function all(Store $store, int $term): array
    {
        return Records::select(
            self::class,
            'SELECT r.*, d.decision, d.main_page, d.reason, d.review_on
                FROM match_rivalries r JOIN match_terms t ON t.id = r.term_id
                LEFT JOIN match_decisions d ON d.store_id = r.store_id AND d.market_id = r.market_id AND d.digest =
                t.digest
                AND d.page_id = LEAST(r.page_id, r.rival_id) AND d.rival_id = GREATEST(r.page_id, r.rival_id)
                WHERE r.store_id = ? AND r.term_id = ? ORDER BY r.takes_turns DESC, r.rival_impressions DESC',
            [$store->id, $term],
        );
    }

    /** @return list<array{page: int, clicks: int, impressions: int, position: float}> the one shown more first */
    public function pages(): array
    {
        return [
            [
                'page' => $this->pageId,
                'clicks' => $this->clicks,
                'impressions' => $this->impressions,
                'position' => $this->positionMilli / 1000,
            ],
            [
                'page' => $this->rivalId,
                'clicks' => $this->rivalClicks,
                'impressions' => $this->rivalImpressions,
                'position' => $this->rivalPositionMilli / 1000,
            ],
        ];
    }

    /** The page that gave way, where the other one was chosen as the main page. */
    public function gaveWay(): ?int
    {
        return $this->decision !== Verdict::Main || $this->mainPage === null
            ? null
            : ($this->mainPage === $this->pageId
                ? $this->rivalId
                : $this->pageId);
    }

    public function isOf(int $page): bool
    {
        return $page === $this->pageId || $page === $this->rivalId;
    }
}
