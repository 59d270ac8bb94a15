<?php

declare(strict_types=1);

namespace App\Write\Review;

use App\Changes\DraftState;
use App\Changes\Review\Approver;
use App\Changes\Review\Comments;
use App\Changes\Review\Reviewer;
use App\Changes\Review\Reviewers;
use App\Changes\Review\SeenDraft;
use App\Inventory\Makers;
use App\Inventory\Terms\PageTerms;
use App\Platform\Database\Records;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkView;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Write\Facts\PageFacts;
use App\Write\Recipes\RecipeFacts;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Claims\Claim;
use Orchard\Core\Claims\FactCheck;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Text\WordDiff;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;

/** Texts that wait for approval, one after the other: what somebody may judge, and all that is to be seen of one. */
final class ReviewDesk
{
    /** Texts that are approved together at most. */
    public const MOST_TOGETHER = 5000;

    private const JOINS =
        ' FROM drafts d JOIN resources r ON r.id = d.resource_id
            JOIN resource_texts t ON t.resource_id = d.resource_id AND t.field = d.field
            LEFT JOIN write_rows w ON w.resource_id = d.resource_id
            LEFT JOIN write_claims c ON '.Claims::CURRENT;

    /** A text that nothing speaks against: no check, and no claim without a fact. */
    private const CLEAN = ' AND c.doubtful = 0 AND (CASE d.field WHEN 1 THEN w.title_checks WHEN 2 THEN
        w.description_checks ELSE 0 END) = 0';

    public function __construct(private readonly RecipeFacts $facts, private readonly Ruler $ruler)
    {
    }

    /**
     * The text at a place, or the next one that waits; how many are left, and how many of them nothing speaks against.
     *
     * @param  ?Reviewer  $of  those of one part; null for all that somebody may judge
     * @param  int  $at  number of a draft; 0 for the first
     * @return array<string, mixed>
     */
    public function of(Store $store, Approver $by, ?Reviewer $of, int $at): array
    {
        [$where, $values] = $this->where($store, $by, $of);
        $row =
            $this->one($where, $values, 'd.id >= ? ORDER BY d.id', $at) ??
            $this->one($where, $values, 'd.id > ? ORDER BY d.id', 0);
        $counts = Rows::sole(
            'SELECT COUNT(*) AS waiting, COALESCE(SUM(1'.
                self::CLEAN.
                '), 0) AS clean, COALESCE(SUM(c.resource_id IS NULL), 0) AS unjudged'.
                self::JOINS.
                " WHERE $where",
            $values,
        );

        return [
            'row' => $row,
            'waiting' => $counts->int('waiting'),
            'clean' => $counts->int('clean'),
            'unjudged' => $counts->int('unjudged'),
            'work' => WorkView::latest($store->id, ClaimsWork::sort()),
        ] +
            ($row === null
                ? []
                : $this->told($store, $row) + [
                    'next' => (int) ($this->one($where, $values, 'd.id > ? ORDER BY d.id', $row->id)->id ?? 0),
                    'before' => (int) ($this->one($where, $values, 'd.id < ? ORDER BY d.id DESC', $row->id)->id ?? 0),
                ]);
    }

    /** @return list<SeenDraft> texts that nothing speaks against, as they stand */
    public function clean(Store $store, Approver $by, ?Reviewer $of): array
    {
        [$where, $values] = $this->where($store, $by, $of);

        return array_values(
            array_map(
                static fn (Row $row): SeenDraft => new SeenDraft($row->int('id'), $row->int('revision')),
                Rows::all(
                    'SELECT d.id, d.revision'.
                        self::JOINS.
                        " WHERE $where".
                        self::CLEAN.
                        ' ORDER BY d.id LIMIT '.
                        self::MOST_TOGETHER,
                    $values,
                ),
            ),
        );
    }

    /** @return array{string, list<int|string>} */
    private function where(Store $store, Approver $by, ?Reviewer $of): array
    {
        $parts = Reviewers::parts($store);
        [$may, $mayValues] = $parts->judgedBy($by);
        [$part, $partValues] = $of === null ? ['1 = 1', []] : $parts->of($of);

        return [
            "d.store_id = ? AND d.state = ? AND d.approved_at IS NULL AND $may AND $part",
            [$store->id, DraftState::Ready->value, ...$mayValues, ...$partValues],
        ];
    }

    /** @param  list<int|string>  $values */
    private function one(string $where, array $values, string $place, int $at): ?ReviewedText
    {
        return Records::first(
            ReviewedText::class,
            'SELECT d.id, d.resource_id, d.field, d.value, d.revision, d.ready_at, d.base_value, d.origin, d.user_id,
                r.page_id, r.market_id, r.kind, r.name, r.url, r.attributes, t.shown, t.draft_shown, t.stored,
                w.title_checks, w.description_checks'.
                self::JOINS.
                " WHERE $where AND $place LIMIT 1",
            [...$values, $at],
        );
    }

    /** @return array<string, mixed> */
    private function told(Store $store, ReviewedText $draft): array
    {
        $page = $draft->page();
        $field = $draft->field;
        $market = Markets::of($store)->find($draft->marketId);
        $facts = $this->facts->of($store, [$page], ['maker', 'price', 'collection', 'products'])[$page->id];
        $lead = PageTerms::leads([$draft->pageId])[$draft->pageId] ?? '';
        unset($facts['name'], $facts['brand'], $facts['lead'], $facts['year'], $facts['season'], $facts['market']);
        $check = new FactCheck($market->language, Makers::of($store));
        $bits = match ($field) {
            TextField::Title => $draft->titleChecks,
            TextField::Description => $draft->descriptionChecks,
            default => 0,
        };
        $slot = $market->textLimits()->desktopSlot($field);

        return [
            'field' => $field,
            'lead' => $lead,
            'facts' => array_filter($facts, static fn (string $value): bool => trim($value) !== ''),
            'pieces' => WordDiff::between($draft->shown, $draft->draftShown),
            'doubts' => array_map(
                static fn (Claim $one): array => ['text' => $one->text, 'missing' => $one->type->missing()],
                $check->doubts($draft->value, PageFacts::of($store, [$page])[$page->id]),
            ),
            'checks' => Check::inBits($bits),
            'fit' => $this->ruler->fit($draft->draftShown, $slot),
            'slot' => $slot,
            'comments' => Comments::of($draft->resourceId, $field),
            'writer' => DB::table('users')
                ->where('id', $draft->userId ?? 0)
                ->value('name'),
        ];
    }
}
