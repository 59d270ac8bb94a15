<?php

declare(strict_types=1);

namespace App\Stores\Http;

use App\Connectors\Shop\MappedShop;
use App\Connectors\Shop\Mapping\ItemList;
use App\Connectors\Shop\Mapping\ShopMapping;
use App\Connectors\Shop\ShopUnavailable;
use App\Platform\Typed;
use App\Stores\Connections;
use App\Stores\Models\Store;
use App\Stores\Shop\MappingDraft;
use App\Stores\Shop\Sample;
use App\Stores\Shop\Trial;
use App\Stores\StoreOptions;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\ValidationException;
use Illuminate\View\View;
use InvalidArgumentException;
use stdClass;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** The screen on which an owner says how the shop's API is asked and written. */
final readonly class MappingController
{
    private const MOST_LISTS = 12;

    public function __construct(private Connections $connections, private StoreOptions $options)
    {
    }

    public function show(Request $request, Store $store): View
    {
        $drafts = new MappingDraft($store);
        $draft = $drafts->read();
        $place = max(0, min(count($draft->lists) - 1, (int) $request->query('list', '0')));
        $list = $draft->lists[$place];
        $sample = Sample::kept($store, (string) $list->name);
        $lacks = MappingDraft::lacks($draft);
        [$inUse, $hasSecret] = Connections::hasMapping($store);

        return view('store.mapping', [
            'store' => $store,
            'draft' => $draft,
            'place' => $place,
            'list' => $list,
            'typed' => static fn (string $at): string => MappingDraft::typed($draft, $at),
            'sample' => $sample,
            'lacks' => $lacks,
            'isNew' => $drafts->isNew($draft),
            'inUse' => $inUse,
            'url' => Connections::urlOf($store, 'shop'),
            'hasSecret' => $hasSecret,
            'dry' => $lacks === '' && $sample !== null ? $this->dry($store, $draft, $place, $sample) : null,
            'leftOver' => Trial::leftOver($store),
        ]);
    }

    public function save(Request $request, Store $store): RedirectResponse
    {
        $request->validate([
            'list' => ['required', 'integer', 'between:0,11'],
            'do' => ['required', 'in:keep,sample,try,use,add,drop,right'],
            'url' => ['nullable', 'string', 'max:2048'],
            'secret' => ['nullable', 'string', 'max:4000'],
            'at' => ['array', 'max:200'],
            'at.*' => ['nullable', 'string', 'max:20000'],
            'thing' => ['nullable', 'string', 'max:190'],
            'field' => ['nullable', 'string', 'max:40'],
        ]);
        $place = Typed::int($request->input('list'));
        $drafts = new MappingDraft($store);
        $draft = $drafts->read();
        try {
            $this->address($request, $store);
            MappingDraft::type($draft, $request->array('at'));
            $place = $this->lists($request, $draft, $place);
            $drafts->keep($draft);
            [$done, $more] = $this->do(Typed::text($request->input('do')), $request, $store->refresh(), $draft, $place);
        } catch (InvalidArgumentException|ShopUnavailable $wrong) {
            throw ValidationException::withMessages(['mapping' => $wrong->getMessage()])->redirectTo(
                route('connect.mapping', [$store, 'list' => $place]),
            );
        }

        return redirect()
            ->route('connect.mapping', [$store, 'list' => $place])
            ->with(array_filter(['done' => $done]) + $more);
    }

    public function export(Store $store): Response
    {
        $draft = (new MappingDraft($store))->read();

        return response(MappingDraft::json($draft), 200, [
            'Content-Type' => 'application/json',
            'Content-Disposition' => "attachment; filename=\"{$store->slug}-mapping.json\"",
        ]);
    }

    public function import(Request $request, Store $store): RedirectResponse
    {
        $request->validate(['file' => ['required', 'file', 'max:400']]);
        $json = (string) file_get_contents((string) $request->file('file')?->getRealPath());
        try {
            ShopMapping::fromJson($json);
            $given = json_decode($json, false, 64);
            $given instanceof stdClass && (new MappingDraft($store))->keep($given);
        } catch (InvalidArgumentException $wrong) {
            throw ValidationException::withMessages(['file' => $wrong->getMessage()])->redirectTo(
                route('connect.mapping', $store),
            );
        }

        return redirect()
            ->route('connect.mapping', $store)
            ->with('done', 'The mapping is brought in. Look at it, try it, then use it.');
    }

    /** The form that mappings have, for whoever writes one by hand. */
    public function schema(): BinaryFileResponse
    {
        return response()->file(ShopMapping::schemaFile(), ['Content-Type' => 'application/schema+json']);
    }

    /** @throws InvalidArgumentException */
    private function address(Request $request, Store $store): void
    {
        $url = trim(Typed::text($request->input('url')));
        if ($url !== '') {
            $this->options->set($store, 'shop_url', $url);
        }
        $secret = Typed::text($request->input('secret'));
        if ($secret !== '') {
            $this->options->set($store, 'shop_token', $secret);
        }
    }

    /** Adds a list or takes one out. @return int the list that is shown next */
    private function lists(Request $request, stdClass $draft, int $place): int
    {
        if ($request->input('do') === 'add') {
            if (count($draft->lists) >= self::MOST_LISTS) {
                throw new InvalidArgumentException('A mapping has at most '.self::MOST_LISTS.' lists.');
            }
            $names = array_map(static fn (stdClass $one): string => (string) $one->name, $draft->lists);
            $free = array_values(
                array_diff(
                    [
                        'products', 'collections', 'articles', 'pages', 'list-5', 'list-6', 'list-7', 'list-8',
                        'list-9', 'list-10', 'list-11', 'list-12',
                    ],
                    $names,
                ),
            )[0];
            $kinds = [
                'products' => 'product',
                'collections' => 'collection',
                'articles' => 'article',
                'pages' => 'page',
            ];
            $draft->lists[] = MappingDraft::newList($free, $kinds[$free] ?? 'other');

            return count($draft->lists) - 1;
        }
        if ($request->input('do') === 'drop' && count($draft->lists) > 1) {
            array_splice($draft->lists, $place, 1);

            return 0;
        }

        return min($place, count($draft->lists) - 1);
    }

    /**
     * @return array{?string, array<string, mixed>} what to say, and what the next page is to show
     *
     * @throws InvalidArgumentException
     * @throws ShopUnavailable
     */
    private function do(string $what, Request $request, Store $store, stdClass $draft, int $place): array
    {
        switch ($what) {
            case 'sample':
                Sample::fetch($this->connections, $store, $draft, $place);

                return [null, []];
            case 'try':
                $mapping = ShopMapping::fromJson(MappingDraft::json($draft));
                $shop = new MappedShop($this->connections->signed($store, $mapping), $mapping);
                $own = trim(Typed::text($request->input('thing')));
                if ($own === '') {
                    throw new InvalidArgumentException('Say which one to try it on: its number in the shop.');
                }

                return [
                    null,
                    [
                        'trial' => (new Trial($store, $shop))->run(
                            $mapping->idOf($mapping->lists[$place], $own),
                            $this->field($request, $mapping->lists[$place]),
                        ),
                    ],
                ];
            case 'right':
                $problem = (new Trial($store, $this->connections->shop($store)))->putRight();
                if ($problem !== null) {
                    throw new InvalidArgumentException("It could not be put back: $problem");
                }

                return ['It is as it was before the trial.', []];
            case 'use':
                (new MappingDraft($store))->use();

                return [
                    'The mapping is in use. The next crawl brings in what the shop holds; releases go directly '.
                    'from now on.',
                    [],
                ];
            default:
                return ['Kept.', []];
        }
    }

    /** @throws InvalidArgumentException */
    private function field(Request $request, ItemList $list): string
    {
        $field = Typed::text($request->input('field', 'title'));
        if (! $list->can($field)) {
            throw new InvalidArgumentException("Nothing says yet how $field is read and written.");
        }

        return $field;
    }

    /** @return list<string> the requests that would write a text of the first thing of a sample */
    private function dry(Store $store, stdClass $draft, int $place, Sample $sample): array
    {
        try {
            $mapping = ShopMapping::fromJson(MappingDraft::json($draft));
            $list = $mapping->lists[$place];
            $item = $sample->items($draft->lists[$place])[0] ?? null;
            $field =
                array_values(array_filter(['title', 'description', 'h1', 'canonical'], $list->can(...)))[0] ?? null;
            if ($item === null || $field === null) {
                return [];
            }
            $resource = $list->resource($item);
            $named = $resource->named($mapping->idOf($list, $resource->id));

            return (new MappedShop($this->connections->signed($store, $mapping), $mapping))->dry($named, [
                $field => ($resource->fields[$field] ?? '').'.',
            ]);
        } catch (InvalidArgumentException|ShopUnavailable $wrong) {
            return [$wrong->getMessage()];
        }
    }
}
