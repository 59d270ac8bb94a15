<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

use App\Catalogue\TextDigest;
use App\Inventory\Makers;
use App\Platform\Database\Rows;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use App\Write\Checks\TextJudge;
use App\Write\Facts\PageFacts;
use App\Write\WrittenPage;
use Orchard\Core\Claims\Claim;
use Orchard\Core\Claims\FactCheck;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\NearWording;
use Orchard\Core\Wording\Suggestions\Brief;
use Orchard\Core\Wording\TextField;

/** Holds what a source wrote against the checks of the store and the facts of each page, and puts the best first. */
final class Judging
{
    private readonly Markets $markets;

    private readonly TitleSuffixes $suffixes;

    /** @var array<int, FactCheck> by market */
    private array $checks = [];

    public function __construct(
        private readonly Store $store,
        private readonly TextJudge $judge,
        private readonly Ruler $ruler,
    ) {
        $this->markets = Markets::of($store);
        $this->suffixes = TitleSuffixes::of($store);
    }

    /** @param  list<SuggestPage>  $rows  whose texts are judged next */
    public function meet(array $rows): void
    {
        $this->judge->meet(array_map(static fn (SuggestPage $row): WrittenPage => $row->page(), $rows));
    }

    /**
     * @param  list<string>  $texts  as they came
     * @param  array<string, true>  $elsewhere  texts in small letters that were suggested for other pages
     * @return list<JudgedSuggestion> the best first, no two alike, at most Wish::SHOWN
     */
    public function best(SuggestPage $row, Brief $brief, array $texts, array $elsewhere): array
    {
        $facts = PageFacts::of($this->store, [$row->page()])[$row->id];
        $taken = $this->takenBy($row, $brief->field, $texts);
        $judged = $seen = [];
        foreach ($texts as $text) {
            $near = NearWording::digest($text) ?? $text;
            $isAsBefore = mb_strtolower($text) === mb_strtolower(trim($row->now));
            if (isset($seen[$near]) || isset($elsewhere[mb_strtolower($text)]) || $isAsBefore) {
                continue;
            }
            $seen[$near] = true;
            $judged[] = $this->judged(
                $row,
                $brief,
                $text,
                array_map(
                    static fn (Claim $one): array => ['text' => $one->text, 'missing' => $one->type->missing()],
                    $this->check($row->marketId)->doubts($text, $facts),
                ),
                isset($taken[$text]),
            );
        }
        // What is cut off is shown only where there is nothing else.
        $fitting = array_values(array_filter($judged, static fn (JudgedSuggestion $one): bool => ! $one->isTooLong()));
        $judged = $fitting === [] ? $judged : $fitting;
        usort($judged, static fn (JudgedSuggestion $a, JudgedSuggestion $b): int => $a->rank() <=> $b->rank());

        return array_slice($judged, 0, Wish::SHOWN);
    }

    /** @param  list<array{text: string, missing: string}>  $doubts */
    private function judged(
        SuggestPage $row,
        Brief $brief,
        string $text,
        array $doubts,
        bool $isTaken,
    ): JudgedSuggestion {
        $suffix = $brief->field === TextField::Title ? $this->suffixes->suffix($row->marketId, $row->kind) : '';
        $shown = $text.$suffix;
        $slot = $this->markets->find($row->marketId)->textLimits()->desktopSlot($brief->field);
        $bits = $isTaken ? Check::Repeated->value : 0;
        if ($brief->field->isInResults()) {
            $isTitle = $brief->field === TextField::Title;
            $both = $this->judge->judge(
                $row->page(),
                $isTitle ? $shown : $row->titleShown,
                $isTitle ? $row->descriptionShown : $shown,
            );
            $bits |= $both[$isTitle ? 0 : 1]->bits;
        } elseif ($this->ruler->fit($shown, $slot)->lost !== '') {
            $bits |= Check::TooWide->value;
        }
        if (! $brief->style->isMetBy($text)) {
            $doubts[] = ['text' => '', 'missing' => 'words that were asked for are not in it, or others are'];
        }

        return new JudgedSuggestion(
            $text,
            (int) min(65535, round($this->ruler->pixels($shown, $slot->fontSize))),
            $bits,
            $doubts,
        );
    }

    /**
     * @param  list<string>  $texts
     * @return array<string, true> those that another page of the market shows, or will
     */
    private function takenBy(SuggestPage $row, TextField $field, array $texts): array
    {
        $suffix = $field === TextField::Title ? $this->suffixes->suffix($row->marketId, $row->kind) : '';
        $digests = [];
        foreach ($texts as $text) {
            $digests[(string) TextDigest::of($text.$suffix)] = $text;
        }
        if ($digests === []) {
            return [];
        }
        $marks = implode(',', array_fill(0, count($digests), '?'));
        $taken = [];
        foreach (['draft_digest' => '', 'shown_digest' => 'AND draft_digest IS NULL'] as $column => $andOnly) {
            foreach (
                Rows::all(
                    "SELECT DISTINCT $column AS digest FROM resource_texts WHERE market_id = ? AND field = ?
                        AND $column IN ($marks) AND resource_id <> ? $andOnly",
                    [$row->marketId, $field->value, ...array_map(strval(...), array_keys($digests)), $row->id],
                ) as $found
            ) {
                $taken[$digests[$found->text('digest')]] = true;
            }
        }

        return $taken;
    }

    private function check(int $market): FactCheck
    {
        return $this->checks[$market] ??= new FactCheck(
            $this->markets->find($market)->language,
            Makers::of($this->store),
        );
    }
}
