<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Models\User;
use App\Catalogue\StoreResources;
use App\Stores\Models\Store;
use App\Write\Desk\DeskFilter;
use App\Write\Desk\DeskList;
use App\Write\Suggestions\AskedWish;
use App\Write\Suggestions\Briefs;
use App\Write\Suggestions\NewWish;
use App\Write\Suggestions\Source;
use App\Write\Suggestions\Sources;
use App\Write\Suggestions\Taking;
use App\Write\Suggestions\Wish;
use App\Write\Suggestions\Wishes;
use App\Write\Suggestions\WishScreen;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\Rule;
use Illuminate\View\View;
use InvalidArgumentException;
use Orchard\Core\Wording\Suggestions\Style;
use Orchard\Core\Wording\Suggestions\Tone;
use Orchard\Core\Wording\TextField;

/** Suggestions: what is asked for, what came, and what people make of it. */
final class SuggestController
{
    public function __construct(
        private readonly Sources $sources,
        private readonly Briefs $briefs,
        private readonly Wishes $wishes,
        private readonly WishScreen $screen,
    ) {
    }

    /** What was asked for lately. */
    public function index(Store $store): View
    {
        return view('write.wishes', [
            'store' => $store,
            'wishes' => AskedWish::latest($store, 30),
            'sources' => $this->sources->of($store),
            'told' => $this->sources->told($store),
        ]);
    }

    /** The form, for one page, ticked rows or a view of the desk; and what it would cost as it stands. */
    public function form(Request $request, Store $store): View
    {
        $this->check($request);
        [$resources, $scope] = $this->pages($request, $store);

        return view(
            $request->boolean('part') ? 'write.suggest-foreseen' : 'write.suggest',
            $this->told($request, $store, $resources) + ['scope' => $scope],
        );
    }

    /** The form of one page, beside the desk. */
    public function beside(Request $request, Store $store, int $resource): View
    {
        $this->check($request);
        $request->merge(['rows' => (string) $resource]);
        abort_unless(StoreResources::has($store, $resource), 404);

        return view('write.suggest-form', ['isBeside' => true] + $this->told($request, $store, [$resource]));
    }

    public function ask(Request $request, Store $store): RedirectResponse|Response|View
    {
        $this->check($request);
        $source = $this->sources->find($store, $request->integer('source')) ?? abort(422, 'There is no such source.');
        [$resources, $scope] = $this->pages($request, $store);
        /** @var User $user */
        $user = $request->user();
        try {
            $begun = $this->wishes->begin(
                $store,
                new NewWish($this->wish($request, []), $source, $resources, $scope),
                $user->id,
            );
        } catch (InvalidArgumentException $wrong) {
            return response()->view(
                'write.suggest',
                $this->told($request, $store, $resources) + ['scope' => $scope, 'wrong' => $wrong->getMessage()],
                422,
            );
        }

        return $request->boolean('beside')
            ? $this->part($store, $begun['wish'])
            : redirect()->route('write.wish', [$store, $begun['wish']]);
    }

    public function show(Request $request, Store $store, int $wish): View
    {
        if ($request->boolean('beside')) {
            return $this->part($store, $wish);
        }
        $show = $request->query('show');
        $told = $this->screen->of($store, $wish, is_string($show) ? $show : '', (int) $request->query('after', '0'));

        return view(
            $request->headers->has('HX-Request') ? 'write.wish-part' : 'write.wish',
            ['store' => $store, 'isBeside' => false] + ($told ?? abort(404)),
        );
    }

    /** Takes one suggestion, as it is or edited; or refuses it, or all of its page. */
    public function decide(Request $request, Store $store, int $suggestion, Taking $taking): RedirectResponse|View
    {
        $given = $request->validate([
            'do' => ['required', 'in:take,refuse,refuse-all'],
            'text' => ['required_if:do,take', 'nullable', 'string', 'max:2000'],
            'revision' => ['nullable', 'integer', 'min:0'],
        ]);
        $row = Taking::find($store, $suggestion) ?? abort(404);
        /** @var User $user */
        $user = $request->user();
        $problem = null;
        if ($given['do'] === 'take') {
            try {
                $outcome = $taking->take(
                    $store,
                    $row,
                    (string) $given['text'],
                    (int) ($given['revision'] ?? 0),
                    $user->id,
                );
                $problem = $outcome->saved
                    ? null
                    : $outcome->reason ?? 'Somebody else has written this text meanwhile; look at it again.';
            } catch (InvalidArgumentException $wrong) {
                $problem = $wrong->getMessage();
            }
        } else {
            $one = $given['do'] === 'refuse' ? $suggestion : null;
            $taking->refuse($store, $row->wishId, $row->resourceId, $one, $user->id);
        }
        if ($request->boolean('beside')) {
            return $this->part($store, $row->wishId, $problem);
        }

        return $problem === null ? back() : back()->withErrors(['text' => $problem]);
    }

    /** Takes the best of each page that nothing speaks against. */
    public function takeClean(Request $request, Store $store, int $wish, Taking $taking): RedirectResponse
    {
        abort_unless(Wishes::has($store, $wish), 404);
        /** @var User $user */
        $user = $request->user();
        $taken = $taking->takeClean($store, $wish, $user->id);

        return back()->with(
            'done',
            number_format($taken).
                ($taken === 1 ? ' text is a draft now.' : ' texts are drafts now.').
                ($taken === 0 ? '' : ' Ctrl Z on the desk takes that back.'),
        );
    }

    private function part(Store $store, int $wish, ?string $problem = null): View
    {
        $told = $this->screen->of($store, $wish, 'open', 0) ?? abort(404);
        if ($told['pages'] === []) {
            $told = ($this->screen->of($store, $wish, 'decided', 0) ?? []) + $told;
        }
        if ($told['pages'] === []) {
            $told = ($this->screen->of($store, $wish, 'failed', 0) ?? []) + $told;
        }

        return view('write.wish-part', ['store' => $store, 'isBeside' => true, 'problem' => $problem] + $told);
    }

    private function check(Request $request): void
    {
        $request->validate([
            'field' => ['nullable', Rule::in(TextField::keys()), 'not_in:social_image,image_alt'],
            'source' => ['nullable', 'integer', 'min:0'],
            'tone' => ['nullable', Rule::enum(Tone::class)],
            'length' => ['nullable', 'in:full,short'],
            'use' => ['nullable', 'string', 'max:500'],
            'avoid' => ['nullable', 'string', 'max:500'],
            'facts' => ['nullable', 'array', 'max:60'],
            'facts.*' => ['string', 'max:120'],
            // A list of numbers from the form itself, or one each from the ticked rows of the desk.
            'rows' => ['nullable', is_array($request->input('rows')) ? 'array' : 'string', 'max:60000'],
            'scope' => ['nullable', 'in:view,ticked'],
        ]);
    }

    /** @return array{list<int>, string} resources, and what they are, in words */
    private function pages(Request $request, Store $store): array
    {
        if ($request->input('scope') === 'view') {
            return [app(DeskList::class)->ids($store, DeskFilter::from($request)), 'a view of the writing desk'];
        }
        $given = $request->input('rows');
        $rows = is_array($given) ? $given : explode(',', is_string($given) ? $given : '');
        $ids = array_map(
            static fn (mixed $id): int => is_string($id) && ctype_digit($id) && strlen($id) < 18 ? (int) $id : 0,
            array_values($rows),
        );
        $ids = array_values(array_unique(array_filter($ids)));

        return [array_slice($ids, 0, Wishes::MOST_PAGES + 1), count($ids) === 1 ? 'one page' : 'picked pages'];
    }

    /** @param  array<string, bool>  $known  facts that the pages have; those that are sent unless said otherwise */
    private function wish(Request $request, array $known): Wish
    {
        /** @var list<string> $facts */
        $facts = $request->has('asked')
            ? array_values($request->array('facts'))
            : array_map(strval(...), array_keys(array_filter($known)));

        return new Wish(
            TextField::fromKey($request->string('field')->value()) ?? TextField::Title,
            new Style(
                Tone::tryFrom($request->string('tone')->value()) ?? Tone::Plain,
                $request->input('length') === 'short',
                Style::words($request->string('use')->value()),
                Style::words($request->string('avoid')->value()),
            ),
            $facts,
        );
    }

    /**
     * @param  list<int>  $resources
     * @return array<string, mixed>
     */
    private function told(Request $request, Store $store, array $resources): array
    {
        $known = $this->briefs->facts($store, $resources);
        $wish = $this->wish($request, $known);
        $sources = $this->sources->of($store);
        $source = $this->sources->find($store, $request->integer('source')) ?? ($sources[0] ?? null);

        return [
            'store' => $store,
            'resources' => $resources,
            'known' => $known,
            'wish' => $wish,
            'sources' => $sources,
            'source' => $source,
            'foreseen' => $this->wishes->foresee($store, $wish, $resources),
            'most' => Wishes::MOST_PAGES,
            'isBeside' => $request->boolean('beside'),
            'view' => $request->input('scope') === 'view' ? DeskFilter::from($request)->query() : null,
            'own' => Source::OWN,
        ];
    }
}
