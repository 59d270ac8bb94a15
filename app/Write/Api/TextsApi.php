<?php

declare(strict_types=1);

namespace App\Write\Api;

use App\Catalogue\StoreResources;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Write\Desk\DeskCell;
use App\Write\Desk\DeskFilter;
use App\Write\Desk\DeskList;
use App\Write\Desk\DeskRow;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;

/** Titles and descriptions as JSON: what the shop holds, what a searcher gets, drafts in and out. */
final readonly class TextsApi
{
    public function __construct(private DeskList $list, private Drafts $drafts)
    {
    }

    public function index(Request $request, Store $store): JsonResponse
    {
        $filter = DeskFilter::of(array_filter($request->query(), is_string(...)));
        ['rows' => $rows, 'next' => $next] = $this->list->page($store, $filter);
        $texts = [];
        foreach ($rows as $row) {
            foreach ($row->cells as $cell) {
                $texts[] = self::row($row, $cell);
            }
        }

        return response()->json(['data' => $texts, 'next' => $next]);
    }

    public function save(Request $request, Store $store, int $resource, string $field): JsonResponse
    {
        $textField = TextField::fromKey($field) ?? abort(404);
        abort_unless(StoreResources::has($store, $resource), 404);
        try {
            $outcome = $this->drafts->save(
                $store,
                new TextEdit($resource, $textField, $request->string('text')->value(), $request->integer('revision')),
                new Author(Origin::Import, Caller::id($request)),
            );
        } catch (InvalidArgumentException $wrong) {
            throw ValidationException::withMessages(['text' => $wrong->getMessage()]);
        }
        abort_unless(
            $outcome->saved,
            409,
            $outcome->reason.
                ($outcome->isClash() ? " {$outcome->otherAuthor} wrote: “{$outcome->draft?->value}”." : ''),
        );
        $row = $this->list->rows($store, [$resource])[0] ?? abort(404);

        return response()->json(['data' => self::row($row, $row->cell($textField))]);
    }

    /** Marks drafts as ready for release, or takes the mark away. */
    public function ready(Request $request, Store $store): JsonResponse
    {
        $asked = array_values(Typed::ints((array) $request->input('drafts', [])));

        return response()->json([
            'data' => [
                'marked' => $this->drafts->markReady(
                    $store,
                    $asked,
                    $request->boolean('ready', true),
                    Caller::id($request),
                ),
            ],
        ]);
    }

    /** @return array<string, mixed> */
    private static function row(DeskRow $row, DeskCell $cell): array
    {
        return [
            'resource' => $row->id,
            'name' => $row->name,
            'url' => $row->url,
            'kind' => $row->kind->key(),
            'field' => $cell->field->key(),
            'stored' => $cell->stored,
            'shown' => $cell->shown,
            'draft' => $cell->draft,
            'draft_id' => $cell->draftId,
            'revision' => $cell->revision,
            'state' => $cell->state?->value,
            'checks' => array_map(static fn (Check $check): string => $check->key(), $cell->checks),
        ];
    }
}
