<?php

declare(strict_types=1);

namespace App\Weigh\Worklists;

use App\Inventory\Terms\PageTerms;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Weigh\Scoring\MainReason;

/** A page of a worklist, with what is known of it now. */
final readonly class WorklistPage
{
    /**
     * @param  float  $upside  when it was put in
     * @param  ?string  $reason  of its upside now, in words
     * @param  ?string  $lead  its lead term
     */
    public function __construct(
        public int $pageId,
        public int $marketId,
        public PageState $state,
        public int $minutes,
        public string $note,
        public float $upside,
        public ?float $upsideNow,
        public ?string $doneAt,
        public string $url,
        public ?string $title,
        public ?int $kind,
        public ?string $reason,
        public ?string $lead,
    ) {
    }

    /** @return list<self> the pages of a list, in their order */
    public static function of(Store $store, int $list): array
    {
        Progress::learn($store);
        $rows = Rows::all(
            'SELECT w.*, p.url, f.title, s.upside AS upside_now, s.reason, i.kind, p.market_id
                FROM weigh_worklist_pages w JOIN pages p ON p.id = w.page_id
                LEFT JOIN page_facts f ON f.page_id = w.page_id AND f.to_crawl = 0
                LEFT JOIN weigh_scores s ON s.page_id = w.page_id LEFT JOIN page_index i ON i.page_id = w.page_id
                WHERE w.worklist_id = ? ORDER BY w.place, w.page_id',
            [$list],
        );
        $leads = PageTerms::leads(Bulk::ids($rows, 'page_id'));
        foreach ($rows as $row) {
            $row->reason = MainReason::wordsOf($row->reason);
            $row->lead = $leads[$row->int('page_id')] ?? null;
        }

        return Records::of(self::class, $rows);
    }
}
