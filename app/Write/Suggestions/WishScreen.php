<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\Check;

/**
 * What the screen of one wish tells: how far it is, what it cost, and the suggestions of some pages beside their facts.
 */
final class WishScreen
{
    /** Which pages are shown, and what they are called. */
    public const SHOWN = ['open' => 'to decide', 'decided' => 'decided', 'failed' => 'without suggestions'];

    private const PAGES = 12;

    public function __construct(private readonly Briefs $briefs)
    {
    }

    /** @return ?array<string, mixed> null where the store has no such wish */
    public function of(Store $store, int $id, string $show, int $after): ?array
    {
        $wish = AskedWish::find($store, $id);
        if ($wish === null) {
            return null;
        }
        $show = isset(self::SHOWN[$show]) ? $show : 'open';
        $pages = self::pages($id, $show, $after);
        $ids = array_column(array_slice($pages, 0, self::PAGES), 'resourceId');
        $asked = Wish::kept($wish->field, $wish->style, $wish->facts);
        $rows = Briefs::rows($store, $ids, $asked->field);
        $briefs = $this->briefs->of($store, $asked, $rows);
        $byId = array_column($rows, null, 'id');
        $work = WorkView::about(SuggestWork::sort(), $id);

        return [
            'wish' => $wish,
            'asked' => $asked,
            'show' => $show,
            'counts' => self::counts($id),
            // Nothing is taken while texts still come.
            'clean' => $work?->isActive() ?? false ? 0 : Taking::countClean($store, $id),
            'pages' => array_values(
                array_filter(
                    array_map(
                        static fn (int $one): ?array => isset($byId[$one])
                            ? ['row' => $byId[$one], 'facts' => $briefs[$one]->facts, 'lead' => $briefs[$one]->lead]
                            : null,
                        $ids,
                    ),
                ),
            ),
            'notes' => array_column($pages, 'note', 'resourceId'),
            'suggestions' => self::suggestions($id, $ids),
            'revisions' => $ids === []
                    ? []
                    : DB::table('drafts')
                        ->whereIn('resource_id', $ids)
                        ->where('field', $asked->field->value)
                        ->pluck('revision', 'resource_id')
                        ->all(),
            'next' => count($pages) > self::PAGES ? $pages[self::PAGES - 1]->place : null,
            'work' => $work,
        ];
    }

    /**
     * @param  list<array{text: string, missing: string}>  $doubts
     * @return list<array{string, bool}> pieces of a text, and whether each is a claim that no fact makes
     */
    public static function pieces(string $text, array $doubts): array
    {
        $words = array_filter(array_column($doubts, 'text'), static fn (string $one): bool => $one !== '');
        if ($words === []) {
            return [[$text, false]];
        }
        $pattern =
            '/('.implode('|', array_map(static fn (string $one): string => preg_quote($one, '/'), $words)).')/u';
        $pieces = [];
        foreach (preg_split($pattern, $text, -1, PREG_SPLIT_DELIM_CAPTURE) ?: [$text] as $nth => $piece) {
            $piece === '' || ($pieces[] = [$piece, $nth % 2 === 1]);
        }

        return $pieces;
    }

    /** @return array{open: int, decided: int, failed: int} pages */
    private static function counts(int $wish): array
    {
        $row = Rows::sole(
            'SELECT SUM(is_open) AS open, SUM(is_open = 0) AS decided FROM (SELECT MAX(state = ?) AND
                    MAX(state IN (?, ?)) = 0 AS is_open FROM write_suggestions WHERE wish_id = ?
                    GROUP BY resource_id) p',
            [SuggestionState::Offered->value, SuggestionState::Taken->value, SuggestionState::Edited->value, $wish],
        );

        return [
            'open' => $row->int('open'),
            'decided' => $row->int('decided'),
            'failed' => DB::table('write_wish_pages')
                ->where('wish_id', $wish)
                ->where('state', PageState::Failed->value)
                ->count(),
        ];
    }

    /** @return list<WishedPage> one more than are shown, where there are more */
    private static function pages(int $wish, string $show, int $after): array
    {
        $offered = static fn ($query) => $query
            ->from('write_suggestions as s')
            ->whereColumn('s.wish_id', 'p.wish_id')
            ->whereColumn('s.resource_id', 'p.resource_id')
            ->where('s.state', SuggestionState::Offered->value)
            ->selectRaw('1');

        return Records::of(
            WishedPage::class,
            Rows::of(
                DB::table('write_wish_pages as p')
                    ->where('p.wish_id', $wish)
                    ->where('p.state', ($show === 'failed' ? PageState::Failed : PageState::Answered)->value)
                    ->when($show === 'open', static fn ($query) => $query->whereExists($offered))
                    ->when($show === 'decided', static fn ($query) => $query->whereNotExists($offered))
                    ->where('p.place', '>=', $after)
                    ->orderBy('p.place')
                    ->limit(self::PAGES + 1)
                    ->get(['p.resource_id', 'p.place', 'p.note']),
            ),
        );
    }

    /**
     * @param  list<int>  $resources
     * @return array<int, list<array<string, mixed>>> by resource, the best first
     */
    private static function suggestions(int $wish, array $resources): array
    {
        $found = [];
        foreach (
            Rows::of(
                DB::table('write_suggestions')
                    ->where('wish_id', $wish)
                    ->whereIn('resource_id', $resources)
                    ->orderBy('place')
                    ->get(),
            ) as $row
        ) {
            /** @var list<array{text: string, missing: string}> $doubts */
            $doubts = (array) json_decode($row->text('doubts'), true);
            $found[$row->int('resource_id')][] = [
                'id' => $row->int('id'),
                'text' => $row->text('text'),
                'pixels' => $row->int('pixels'),
                'state' => SuggestionState::from($row->int('state')),
                'checks' => Check::inBits($row->int('checks')),
                'doubts' => $doubts,
                'pieces' => self::pieces($row->text('text'), $doubts),
            ];
        }

        return $found;
    }
}
