<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Models\User;
use App\Catalogue\StoreResources;
use App\Changes\Editing\Author;
use App\Changes\Editing\DraftWriter;
use App\Changes\Editing\EditAction;
use App\Changes\Editing\EditOutcome;
use App\Changes\Editing\EditSteps;
use App\Changes\Editing\TermSteps;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Changes\SaveOutcome;
use App\Stores\Models\Store;
use App\Write\Desk\BulkPreview;
use App\Write\Desk\DeskFilter;
use App\Write\Desk\DeskList;
use App\Write\Desk\DeskSheet;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use InvalidArgumentException;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\Bulk\TakeFrom;
use Orchard\Core\Wording\Bulk\TextChanges;
use Orchard\Core\Wording\TextField;

/** What is done on the desk: many texts at once, each thing that was done taken back and done again, lead terms. */
final class EditController
{
    /** Texts of one request; more come in portions of one step. */
    public const MOST = 1000;

    public function __construct(private readonly EditSteps $steps, private readonly DeskSheet $sheet)
    {
    }

    /** Saves texts as one step that can be taken back as a whole. */
    public function save(Request $request, Store $store, DraftWriter $writer): JsonResponse
    {
        $request->validate([
            'action' => ['required', Rule::enum(EditAction::class)],
            'step' => ['nullable', 'integer'],
            'edits' => ['required', 'array', 'min:1', 'max:'.self::MOST],
            'edits.*.resource' => ['required', 'integer', 'min:1'],
            'edits.*.field' => ['required', Rule::in(TextField::keys())],
            'edits.*.text' => ['present', 'nullable', 'string', 'max:5000'],
            'edits.*.revision' => ['required', 'integer', 'min:0'],
        ]);
        $user = self::user($request);
        $action = EditAction::from($request->string('action')->value());
        /** @var list<array{resource: int|string, field: string, text: ?string, revision: int|string}> $given */
        $given = array_values($request->array('edits'));
        $edits = $problems = [];
        $known = array_flip(StoreResources::among($store, array_map(intval(...), array_column($given, 'resource'))));
        foreach ($given as $one) {
            $edit = new TextEdit(
                (int) $one['resource'],
                TextField::fromKey($one['field']) ?? TextField::Title,
                (string) $one['text'],
                (int) $one['revision'],
            );
            $problem = isset($known[$edit->resourceId])
                ? $edit->problem()
                : 'The shop does not have this page any more.';
            $problem === null ? ($edits[$edit->key()] = $edit) : ($problems[$edit->key()] = $problem);
        }
        $step = $this->steps->begin($store, $user->id, $action, $request->integer('step') ?: null);
        $by = new Author(Origin::Hand, $user->id, stepId: $step);
        $outcomes = array_combine(array_keys($edits), $writer->save($store, array_values($edits), $by));
        $this->steps->end($store, $user->id, $step);
        $results = [];
        foreach ($given as $one) {
            $key = ((int) $one['resource']).' '.(TextField::fromKey($one['field']) ?? TextField::Title)->value;
            $results[] =
                ['resource' => (int) $one['resource'], 'field' => $one['field']] +
                (isset($problems[$key])
                    ? ['saved' => false, 'reason' => $problems[$key], 'author' => null]
                    : self::result($outcomes[$key]));
        }

        return response()->json(
            [
                'step' => $step,
                'results' => $results,
                'rows' => $this->sheet->rows($store, array_map(intval(...), array_keys($known))),
            ] + $this->stack($store, $user),
        );
    }

    /** What a change would make of many texts, to be looked through before they are changed. */
    public function bulk(Request $request, Store $store, DeskList $list, Ruler $ruler): JsonResponse
    {
        $request->validate([
            'kind' => ['required', Rule::in(TextChanges::KINDS)],
            'fields' => ['required', 'array', 'min:1', 'max:2'],
            'fields.*' => [Rule::in(TextField::keys())],
            'scope' => ['required', 'in:rows,view'],
            'rows' => ['array', 'max:20000'],
            'rows.*' => ['integer', 'min:1'],
            'find' => ['nullable', 'string', 'max:200'],
            'with' => ['nullable', 'string', 'max:200'],
            'how' => ['nullable', 'in:plain,word,pattern'],
            'minds' => ['boolean'],
            'from' => ['nullable', Rule::in(TakeFrom::SOURCES)],
            'sign' => ['nullable', 'string', 'max:10'],
        ]);
        /**
         * @var array{find?: ?string, with?: ?string, how?: ?string, minds?: bool, from?: ?string,
         *     sign?: ?string} $given
         */
        $given = $request->only(['find', 'with', 'how', 'minds', 'from', 'sign']);
        /** @var list<int|string> $rows */
        $rows = $request->array('rows');
        /** @var list<string> $fields */
        $fields = $request->array('fields');
        try {
            return response()->json(
                BulkPreview::of(
                    $store,
                    $request->input('scope') === 'rows'
                        ? [array_map(intval(...), $rows)]
                        : $list->portions($store, DeskFilter::from($request, 'name')),
                    array_values(array_filter(array_map(TextField::fromKey(...), array_unique($fields)))),
                    TextChanges::of($request->string('kind')->value(), $given, $ruler),
                ),
            );
        } catch (InvalidArgumentException $wrong) {
            return response()->json(['message' => $wrong->getMessage()], 422);
        }
    }

    public function undo(Request $request, Store $store): JsonResponse
    {
        $user = self::user($request);

        return $this->turned($store, $user, $this->steps->undo($store, $user->id));
    }

    public function redo(Request $request, Store $store): JsonResponse
    {
        $user = self::user($request);

        return $this->turned($store, $user, $this->steps->redo($store, $user->id));
    }

    /** Sets lead terms, one for each page. */
    public function leads(Request $request, Store $store): JsonResponse
    {
        $request->validate([
            'terms' => ['required', 'array', 'min:1', 'max:'.self::MOST],
            'terms.*.page' => ['required', 'integer', 'min:1'],
            'terms.*.term' => ['present', 'nullable', 'string', 'max:1000'],
        ]);
        $terms = [];
        /** @var list<array{page: int|string, term: ?string}> $given */
        $given = $request->array('terms');
        foreach ($given as $one) {
            $terms[(int) $one['page']] = (string) $one['term'];
        }
        $user = self::user($request);
        $step = $this->steps->begin($store, $user->id, EditAction::Led);
        TermSteps::set($store, $step, $terms, $user->id);
        $this->steps->end($store, $user->id, $step);
        $resources = StoreResources::ofPages($store, array_keys($terms));

        return response()->json(['rows' => $this->sheet->rows($store, $resources)] + $this->stack($store, $user));
    }

    private function turned(Store $store, User $user, ?EditOutcome $outcome): JsonResponse
    {
        return response()->json(
            [
                'done' => $outcome?->step->words(),
                'left' => $outcome === null ? 0 : $outcome->left,
                'isMore' => count($outcome->resources ?? []) > self::MOST,
                'rows' => $this->sheet->rows($store, array_slice($outcome->resources ?? [], 0, self::MOST)),
            ] + $this->stack($store, $user),
        );
    }

    /** @return array{undo: ?string, redo: ?string} what would be taken back and done again next, in words */
    private function stack(Store $store, User $user): array
    {
        return [
            'undo' => $this->steps->last($store, $user->id)?->words(),
            'redo' => $this->steps->next($store, $user->id)?->words(),
        ];
    }

    /** @return array{saved: bool, reason: ?string, author: ?string} */
    private static function result(SaveOutcome $outcome): array
    {
        return ['saved' => $outcome->saved, 'reason' => $outcome->reason, 'author' => $outcome->otherAuthor];
    }

    private static function user(Request $request): User
    {
        $user = $request->user();
        assert($user instanceof User);

        return $user;
    }
}
