<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Models\User;
use App\Platform\Tables\TableRows;
use App\Platform\Tables\TableWriter;
use App\Platform\Web\TableDownload;
use App\Stores\Models\Store;
use App\Write\Desk\DeskFilter;
use App\Write\Sheets\ClashAnswer;
use App\Write\Sheets\SheetImport;
use App\Write\Sheets\SheetScreen;
use App\Write\Sheets\TextExport;
use App\Write\Sheets\WideSheet;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\View\View;
use InvalidArgumentException;
use Symfony\Component\HttpFoundation\StreamedResponse;

final class SheetController
{
    public function index(Store $store): View
    {
        return view('write.sheets', SheetScreen::latest($store));
    }

    /** What the desk's filter shows, or ticked rows of it: one row a page, or one row a text. */
    public function export(
        Request $request,
        Store $store,
        TextExport $export,
        WideSheet $wide,
        string $format,
    ): StreamedResponse {
        abort_unless(isset(TableWriter::FORMATS[$format]), 404);
        $filter = DeskFilter::from($request);
        $rows = $request->query('rows');
        $ticked = is_array($rows)
            ? array_values(
                array_map(
                    intval(...),
                    array_filter(
                        $rows,
                        static fn (mixed $id): bool => is_string($id) && ctype_digit($id) && strlen($id) < 18,
                    ),
                ),
            )
            : null;
        $name = "{$store->slug}-texts";

        return $request->query('form') === 'long'
            ? TableDownload::of(
                $name,
                $format,
                static fn (): TableRows => new TableRows(TextExport::COLUMNS, $export->rows($store)),
            )
            : TableDownload::of(
                $name,
                $format,
                static fn (): TableRows => new TableRows(
                    WideSheet::COLUMNS,
                    $wide->rows($store, $filter, $ticked),
                    WideSheet::WIDTHS,
                ),
            );
    }

    public function import(Request $request, Store $store, SheetImport $import): RedirectResponse
    {
        $request->validate(['file' => ['required', 'file', 'max:65536']]);
        /** @var UploadedFile $file */
        $file = $request->file('file');
        /** @var User $user */
        $user = $request->user();
        try {
            $sheet = $import->stage($store, $file->getRealPath(), $file->getClientOriginalName(), $user->id);
        } catch (InvalidArgumentException $wrong) {
            return redirect()
                ->route('write.sheets', $store)
                ->withErrors(['file' => $wrong->getMessage()]);
        }

        return redirect()->route('write.sheet', [$store, $sheet]);
    }

    public function show(Request $request, Store $store, SheetScreen $screen, int $sheet): View
    {
        $outcome = is_string($request->query('outcome')) ? $request->query('outcome') : null;

        return view(
            'write.sheet',
            $screen->of($store, $sheet, $outcome, (int) $request->query('after', '0')) ?? abort(404),
        );
    }

    public function accept(Request $request, Store $store, SheetImport $import, int $sheet): RedirectResponse
    {
        abort_unless(SheetScreen::has($store, $sheet), 404);
        /** @var User $user */
        $user = $request->user();
        $request->validate(['take' => ['nullable', 'in:live']]);
        $request->input('take') === 'live' && $import->takeLive($sheet);
        $made = $import->accept($store, $sheet, $user->id);

        return redirect()
            ->route('write.sheet', [$store, $sheet])
            ->with(
                'done',
                number_format($made).($made === 1 ? ' draft was' : ' drafts were').' made from the file.',
            );
    }

    /** Settles one row that clashes: the file's text, or what stands there now. */
    public function settle(
        Request $request,
        Store $store,
        SheetImport $import,
        int $sheet,
        int $place,
    ): RedirectResponse {
        abort_unless(SheetScreen::has($store, $sheet), 404);
        $given = $request->validate([
            'keep' => ['required', 'in:mine,theirs'],
            'revision' => ['required', 'integer', 'min:0'],
        ]);
        /** @var User $user */
        $user = $request->user();
        $problem = $import->settle(
            $store,
            new ClashAnswer($sheet, $place, $given['keep'] === 'mine', (int) $given['revision']),
            $user->id,
        );

        return $problem === null
            ? back()->with(
                'done',
                $given['keep'] === 'mine' ? 'The text of the file is the draft now.' : 'What stood there stays.',
            )
            : back()->withErrors(['keep' => $problem]);
    }
}
