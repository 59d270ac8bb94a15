<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Models\User;
use App\Catalogue\StoreResources;
use App\Changes\Addresses\PageDoor;
use App\Changes\Addresses\SlugAdvice;
use App\Changes\Drafts;
use App\Changes\DraftState;
use App\Changes\Editing\Author;
use App\Changes\Editing\EditSteps;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Changes\StoreDrafts;
use App\Facts\NumberWindow;
use App\Inventory\Selections;
use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Write\Desk\DeskFilter;
use App\Write\Desk\DeskList;
use App\Write\Desk\DeskProgress;
use App\Write\Desk\DeskSheet;
use App\Write\Desk\DeskView;
use App\Write\Desk\PageGlance;
use App\Write\Desk\Presence;
use App\Write\Recipes\RecipeBook;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\Rule;
use Illuminate\View\View;
use InvalidArgumentException;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;

final class DeskController
{
    /** Rows that the first view draws; the order of all and further rows are asked for by the page itself. */
    private const FIRST = 40;

    /** Places of one answer: as many as come in a twentieth of a second. */
    private const ORDERED = 20_000;

    /** Rows of one request. */
    private const MOST_ROWS = 300;

    public function index(Request $request, Store $store, DeskList $list, DeskSheet $sheet, EditSteps $steps): View
    {
        $window = NumberWindow::of($store);
        $filter = self::filter($request, $store);
        $limits = [];
        $markets = Markets::of($store)->all();
        foreach ($markets as $market) {
            $limits[$market->id] = $market->textLimits()->toArray() + ['brand' => $market->brand];
        }
        $first = $list->order($store, $filter, self::FIRST);
        /** @var User $user */
        $user = $request->user();

        return view('write.desk', [
            'recipes' => RecipeBook::choices($store),
            'store' => $store,
            'filter' => $filter,
            'limits' => $limits,
            'window' => $window,
            'currency' => $markets[0]->currency ?? '',
            'selections' => Selections::named($store),
            'rows' => $sheet->rows($store, $first['ids']),
            'next' => $first['next'],
            'view' => DeskView::of($store, $user->id),
            'undo' => $steps->last($store, $user->id)?->words(),
            'redo' => $steps->next($store, $user->id)?->words(),
        ]);
    }

    /** Rows of a view in their order, by number, a portion at a time. */
    public function order(Request $request, Store $store, DeskList $list): JsonResponse
    {
        return response()->json($list->order($store, self::filter($request, $store), self::ORDERED));
    }

    /** Says where somebody is, and tells who else is on the desk. */
    public function here(Request $request, Store $store): JsonResponse
    {
        $given = $request->validate([
            'resource' => ['required', 'integer', 'min:1'],
            'field' => ['required', Rule::in(TextField::keys())],
        ]);
        $user = Caller::id($request);
        Presence::tell(
            $store,
            $user,
            (int) $given['resource'],
            TextField::fromKey($given['field']) ?? TextField::Title,
        );

        return response()->json(['others' => Presence::others($store, $user)]);
    }

    /** Terms, facts and what results show of one page, to look at while writing. */
    public function glance(Store $store, int $resource, PageGlance $glance): View
    {
        return view(
            'write.glance',
            ['store' => $store, 'door' => app(PageDoor::class)->of($store, $resource)] +
                ($glance->of($store, $resource) ?? abort(404)),
        );
    }

    /** Another slug, or in or out of search, for the page beside the desk; ready with the next release. */
    public function address(Request $request, Store $store, int $resource, PageGlance $glance): View
    {
        $given = $request->validate([
            'do' => ['required', 'in:slug,shut,open'],
            'slug' => ['required_if:do,slug', 'nullable', 'string', 'max:120'],
            'confirmed' => ['nullable', 'in:1'],
        ]);
        $user = Caller::id($request);
        $isSure = ($given['confirmed'] ?? null) === '1';
        $wrong = null;
        try {
            $given['do'] === 'slug'
                ? SlugAdvice::change($store, $resource, (string) ($given['slug'] ?? ''), $isSure, $user)
                : app(PageDoor::class)->shut($store, $resource, $given['do'] === 'shut', $isSure, $user);
        } catch (InvalidArgumentException $problem) {
            $wrong = $problem->getMessage();
        }

        return $this->glance($store, $resource, $glance)->with('wrong', $wrong);
    }

    /** Keeps which columns somebody wants. */
    public function view(Request $request, Store $store): Response
    {
        $request->validate([
            'figures' => ['present', 'array', 'max:'.count(DeskView::FIGURES)],
            'figures.*' => ['string', 'distinct', Rule::in(DeskView::FIGURES)],
            'width' => ['required', 'integer', 'between:'.implode(',', DeskView::WIDTHS)],
        ]);
        /** @var User $user */
        $user = $request->user();
        /** @var list<string> $figures */
        $figures = array_values($request->array('figures'));
        (new DeskView($figures, $request->integer('width')))->keep($store, $user->id);

        return response()->noContent();
    }

    /** Some rows with their texts and figures. */
    public function rows(Request $request, Store $store, DeskSheet $sheet): JsonResponse
    {
        $request->validate([
            'ids' => ['required', 'string', 'regex:/^\d{1,18}(,\d{1,18}){0,'.(self::MOST_ROWS - 1).'}$/'],
        ]);
        $ids = array_map(intval(...), explode(',', $request->string('ids')->value()));

        return response()->json(['rows' => $sheet->rows($store, array_values(array_unique($ids)))]);
    }

    /** How far each kind of page is, and what is next. */
    public function progress(Store $store): View
    {
        return view('write.progress', [
            'store' => $store,
            'kinds' => DeskProgress::of($store),
            'window' => NumberWindow::of($store),
            'currency' => Markets::of($store)->all()[0]->currency ?? '',
        ]);
    }

    public function counts(Request $request, Store $store, DeskList $list): View
    {
        $filter = self::filter($request, $store);

        return view('write.counts', [
            'store' => $store,
            'filter' => $filter,
            'counts' => $list->counts($store, $filter),
            'doubtful' => $list->doubtful($store),
        ]);
    }

    /** Saves one text: as JSON for the desk, as a plain form for the dossier. */
    public function save(
        Request $request,
        Store $store,
        int $resource,
        string $field,
        Drafts $drafts,
        DeskList $list,
    ): JsonResponse|RedirectResponse {
        $request->validate([
            'text' => ['present', 'nullable', 'string', 'max:5000'],
            'revision' => ['required', 'integer', 'min:0'],
        ]);
        $textField = TextField::fromKey($field) ?? abort(404);
        /** @var User $user */
        $user = $request->user();
        abort_unless(StoreResources::has($store, $resource), 404);
        try {
            $outcome = $drafts->save(
                $store,
                new TextEdit(
                    $resource,
                    $textField,
                    Typed::text($request->input('text')),
                    $request->integer('revision'),
                ),
                new Author(Origin::Hand, $user->id),
            );
        } catch (InvalidArgumentException $wrong) {
            return $request->expectsJson()
                ? response()->json(['reason' => $wrong->getMessage()], 422)
                : back()
                    ->withInput()
                    ->withErrors(['text' => $wrong->getMessage()]);
        }
        if (! $request->expectsJson()) {
            return $outcome->saved
                ? back()->with('done', 'Saved as a draft.')
                : back()
                    ->withInput()
                    ->withErrors([
                        'text' => $outcome->reason.
                            ($outcome->isClash()
                                ? " {$outcome->otherAuthor} wrote: “{$outcome->draft?->value}”. Your text is kept in the history; save again to put it over theirs."
                                : ''),
                    ]);
        }
        $row = $list->rows($store, [$resource])[0] ?? null;
        $cell = $row?->cell($textField);

        return response()->json(
            [
                'saved' => $outcome->saved,
                'reason' => $outcome->reason,
                'author' => $outcome->otherAuthor,
                'text' => $outcome->draft->value ?? $cell?->stored,
                'isDraft' => $outcome->draft !== null,
                'draft' => $outcome->draft?->id,
                'revision' => $outcome->draft !== null ? $outcome->draft->revision : 0,
                'checks' => array_map(static fn (Check $check): string => $check->label(), $cell->checks ?? []),
                'state' => $row?->state()?->label() ?? '',
            ],
            $outcome->saved ? 200 : 409,
        );
    }

    public function ready(Request $request, Store $store, Drafts $drafts, DeskList $list): JsonResponse|RedirectResponse
    {
        $request->validate([
            'rows' => ['array', 'max:5000'],
            'rows.*' => ['integer'],
            'scope' => ['required', 'in:rows,filter'],
            'mark' => ['required', 'in:ready,open'],
        ]);
        /** @var User $user */
        $user = $request->user();
        $ready = $request->input('mark') === 'ready';
        $states = $ready ? [DraftState::Open, DraftState::Refused] : [DraftState::Ready];
        if ($request->input('scope') === 'filter') {
            $ids = $list->draftsOf($store, DeskFilter::from($request), ...$states);
        } else {
            /** @var list<int|string> $rows */
            $rows = $request->input('rows', []);
            $ids = StoreDrafts::ofResources($store, array_map(intval(...), $rows));
        }
        $count = $drafts->markReady($store, $ids, $ready, $user->id);
        $waiting = $ready ? StoreDrafts::waitingForPages($ids) : 0;

        $words = match (true) {
            $count === 0 => 'None of these drafts could be changed.',
            $ready => number_format($count).($count === 1 ? ' draft is' : ' drafts are').' ready for release.',
            default => number_format($count).($count === 1 ? ' draft is' : ' drafts are').' open again.',
        };
        $words .= match ($waiting) {
            0 => '',
            1 => ' One waits until its planned page is there.',
            default => ' '.number_format($waiting).' wait until their planned pages are there.',
        };

        return $request->expectsJson()
            ? response()->json(['count' => $count, 'words' => $words])
            : back()->with('done', $words);
    }

    /** Where pages have numbers, those that could earn most come first. */
    private static function filter(Request $request, Store $store): DeskFilter
    {
        return DeskFilter::from($request, NumberWindow::of($store) === null ? 'name' : 'upside');
    }
}
