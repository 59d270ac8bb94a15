<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Platform\Web\Forms;
use App\Stores\Models\Store;
use App\Write\Terms\ProposeWork;
use App\Write\Terms\TermFile;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use InvalidArgumentException;

/** Lead terms for many pages: proposed from what they are seen for, or brought in from a file. */
final class TermController
{
    public function propose(Request $request, Store $store): RedirectResponse
    {
        ProposeWork::begin($store, (int) $request->user()?->getAuthIdentifier());

        return back()->with(
            'done',
            'Lead terms are being proposed from the queries that pages are seen for. What you or a file named stays.',
        );
    }

    public function file(Request $request, Store $store): RedirectResponse
    {
        $request->validate(['terms' => ['required', 'file', 'max:65536']]);
        $file = $request->file('terms');
        assert($file instanceof \Illuminate\Http\UploadedFile);
        try {
            $told = TermFile::bring($store, $file->getPathname(), (int) $request->user()?->getAuthIdentifier());
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['terms' => $wrong->getMessage()]);
        }
        $words = self::words($told);

        return $told['pages'] === 0 ? back()->withErrors(['terms' => $words]) : back()->with('done', $words);
    }

    /** @param  array{pages: int, supporting: int, unknown: list<string>}  $told */
    public static function words(array $told): string
    {
        $words = match ($told['pages']) {
            0 => 'No page of this store is in the file.',
            1 => 'One page has a lead term from the file',
            default => Forms::number($told['pages']).' pages have a lead term from the file',
        };
        $words .=
            $told['pages'] > 0 && $told['supporting'] > 0
                ? ', and '.Forms::number($told['supporting']).' terms support them.'
                : ($told['pages'] > 0
                    ? '.'
                    : '');

        return $told['unknown'] === []
            ? $words
            : $words.
                    ' Not known here: '.
                    implode(', ', array_slice($told['unknown'], 0, 5)).
                    (count($told['unknown']) > 5 ? ' and more.' : '.');
    }
}
