<?php

declare(strict_types=1);

namespace App\Release\Http;

use App\Catalogue\StoreResources;
use App\Platform\Typed;
use App\Release\Handing\FileBook;
use App\Release\Handing\FileColumns;
use App\Release\Handing\FileSight;
use App\Release\Handing\ShopFiles;
use App\Release\Handing\Ways;
use App\Stores\Connections;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Illuminate\View\View;
use InvalidArgumentException;

/** By which ways changes get into the shop: which there are, which is taken, and the files that the shop exports. */
final readonly class ConnectController
{
    public function __construct(private ShopFiles $files)
    {
    }

    public function show(Store $store, Connections $connections): View
    {
        $mapping = $connections->mapping($store);

        return view('release.connect', [
            'store' => $store,
            'ways' => Ways::of($store),
            'fields' => [
                'title' => 'Titles',
                'description' => 'Descriptions',
                'h1' => 'H1s',
                'social_title' => 'Social titles',
                'social_description' => 'Social descriptions',
                'social_image' => 'Social images',
                'image_alt' => 'Image alts',
                'intro' => 'Intros',
                'canonical' => 'Canonicals',
                'robots' => 'Robots',
                'redirect' => 'Redirects',
                'slug' => 'Slugs',
                'structured_data' => 'Structured data',
                'related_links' => 'Related links',
                'image_alts' => 'Alts of further images',
                'robots_file' => 'robots.txt',
            ],
            'mapping' => $mapping,
            'url' => Connections::urlOf($store, 'shop'),
            'known' => StoreResources::byOrigin($store),
            'files' => FileBook::all($store),
        ]);
    }

    public function ways(Request $request, Store $store, StoreOptions $options): RedirectResponse
    {
        $given = $request->validate([
            'ways' => ['array:'.implode(',', Ways::FIELDS)],
            'ways.*' => ['nullable', 'in:direct,file,person'],
            'days' => ['required', 'integer', 'between:1,90'],
        ]);
        $chosen = [];
        foreach ($given['ways'] ?? [] as $field => $way) {
            is_string($way) && $way !== '' && ($chosen[] = "$field=$way");
        }
        $options->set($store, 'ways', implode(',', $chosen));
        $options->set($store->refresh(), 'handover_days', (string) $given['days']);

        return redirect()->route('connect', $store)->with('done', 'The next release goes these ways.');
    }

    public function upload(Request $request, Store $store): RedirectResponse
    {
        $request->validate(
            ['file' => ['required', 'file', 'max:'.intdiv(ShopFiles::MOST_BYTES, 1024)]],
            ['file.max' => 'The file is larger than 60 MB. Export fewer columns or pages at a time.'],
        );
        $given = $request->file('file');
        try {
            $file = $this->files->take(
                $store,
                $request->user()?->id,
                (string) $given?->getClientOriginalName(),
                (string) $given?->getRealPath(),
            );
        } catch (InvalidArgumentException $wrong) {
            throw ValidationException::withMessages(['file' => $wrong->getMessage()])->redirectTo(
                route('connect', $store),
            );
        }

        return redirect()->route('connect.file', [$store, $file->id]);
    }

    public function file(Store $store, int $file): View
    {
        $found = $this->files->find($store, $file) ?? abort(404);
        $sample = [];
        foreach ($found->table()->records() as $number => $row) {
            if ($number > $found->headerRow) {
                $sample[] = $row;
            }
            if (count($sample) === 3) {
                break;
            }
        }

        return view('release.file', [
            'store' => $store,
            'file' => $found,
            'sample' => $sample,
            'fields' => FileSight::fields(),
            'redirectFields' => FileSight::redirectFields(),
            'fieldOf' => array_flip($found->fields),
        ]);
    }

    public function confirm(Request $request, Store $store, int $file): RedirectResponse
    {
        $request->validate([
            'type' => ['required', 'in:items,redirects'],
            'is' => ['array', 'max:500'],
            'is.*' => ['nullable', 'string', 'max:20'],
            'needs' => ['array', 'max:500'],
            'needs.*' => ['integer', 'between:0,499'],
            'all' => ['nullable', 'boolean'],
        ]);
        $found = $this->files->find($store, $file) ?? abort(404);
        $type = Typed::text($request->input('type'));
        $known = array_column($type === 'redirects' ? FileSight::redirectFields() : FileSight::fields(), 'key');
        $fields = [];
        try {
            foreach ($request->array('is') as $column => $field) {
                if (! is_string($field) || ! in_array($field, $known, true)) {
                    continue;
                }
                if (isset($fields[$field])) {
                    throw new InvalidArgumentException("Two columns are both called $field. Choose one.");
                }
                $fields[$field] = (int) $column;
            }
            $needs = $request->boolean('all')
                ? null
                : array_values(array_map(intval(...), array_filter($request->array('needs'), is_numeric(...))));
            $confirmed = $this->files->confirm($store, $found, new FileColumns($type, $fields, $needs));
        } catch (InvalidArgumentException $wrong) {
            throw ValidationException::withMessages(['file' => $wrong->getMessage()])->redirectTo(
                route('connect.file', [$store, $file]),
            );
        }

        return redirect()
            ->route('connect', $store)
            ->with(
                'done',
                $type === 'redirects'
                    ? "“{$confirmed->name}”: redirects go out in this form."
                    : "“{$confirmed->name}”: ".
                        number_format($confirmed->matched).
                        ' of '.
                        number_format($confirmed->rows).
                        ' rows are pages of the store; the others stay as they are.',
            );
    }

    public function remove(Store $store, int $file): RedirectResponse
    {
        $this->files->remove($store, $file);

        return redirect()
            ->route('connect', $store)
            ->with('done', 'The file is no longer used. Releases that were made of it keep it.');
    }
}
