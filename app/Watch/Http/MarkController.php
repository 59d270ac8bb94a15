<?php

declare(strict_types=1);

namespace App\Watch\Http;

use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Watch\Changed\Marks;
use App\Watch\Changed\NewMark;
use App\Watch\Judging\Judgings;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\View\View;
use InvalidArgumentException;
use RuntimeException;

/** Changes that were made elsewhere: marked with a day and the pages, judged like a release. */
final class MarkController
{
    public function form(Store $store): View
    {
        return view('watch.mark', ['store' => $store]);
    }

    public function add(Request $request, Store $store, Judgings $judgings): RedirectResponse
    {
        $given = $request->validate(
            [
                'name' => ['required', 'string', 'max:160'],
                'day' => ['required', 'date_format:Y-m-d'],
                'note' => ['nullable', 'string', 'max:300'],
                'pages' => ['nullable', 'string', 'max:2000000'],
                'file' => ['nullable', 'file', 'max:20480'],
            ],
            ['file.max' => 'The file is larger than 20 MB.'],
        );
        $user = Caller::id($request);
        $pages = is_string($given['pages'] ?? null) ? (preg_split('/\R/', $given['pages']) ?: []) : [];
        $file = $request->file('file');
        try {
            $file instanceof UploadedFile && ($pages = [...$pages, ...Marks::ofFile((string) $file->getRealPath())]);
            $told = Marks::add(
                $store,
                new NewMark(
                    (string) $given['name'],
                    (string) $given['day'],
                    array_values($pages),
                    is_string($given['note'] ?? null) ? $given['note'] : null,
                ),
                $user,
            );
        } catch (InvalidArgumentException|RuntimeException $problem) {
            return back()
                ->withErrors(['pages' => $problem->getMessage()])
                ->withInput($request->except('file'));
        }
        $judgings->begin($store->id, $user);

        return redirect()
            ->route('watch.change', [$store, $told['change']])
            ->with('done', self::words($told));
    }

    public function drop(Store $store, int $change): RedirectResponse
    {
        abort_unless(Marks::drop($store, $change), 404);

        return redirect()
            ->route('watch', $store)
            ->with('done', 'The change is dropped; nothing in the shop is touched.');
    }

    /** @param  array{change: int, pages: int, unknown: list<string>}  $told */
    public static function words(array $told): string
    {
        $unknown = count($told['unknown']);

        return number_format($told['pages']).
            ($told['pages'] === 1 ? ' page is marked.' : ' pages are marked.').
            ($unknown === 0
                ? ''
                : ' '.
                    number_format($unknown).
                    ($unknown === 1 ? ' address is' : ' addresses are').
                    ' no page of this store, such as '.
                    mb_substr($told['unknown'][0], 0, 120).
                    '.');
    }
}
