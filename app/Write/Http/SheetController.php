<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Models\User;
use App\Platform\Tables\TableWriter;
use App\Platform\Web\TableDownload;
use App\Stores\Models\Store;
use App\Write\Desk\DeskFilter;
use App\Write\Sheets\SheetImport;
use App\Write\Sheets\TextExport;
use App\Write\Sheets\WideSheet;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use InvalidArgumentException;
use Symfony\Component\HttpFoundation\StreamedResponse;

final class SheetController
{
    public function index(Store $store): View
    {
        return view('write.sheets', [
            'store' => $store,
            'sheets' => DB::table('write_sheets')
                ->leftJoin('users', 'users.id', '=', 'user_id')
                ->where('store_id', $store->id)
                ->orderByDesc('write_sheets.id')
                ->limit(20)
                ->get(['write_sheets.*', 'users.name as user_name']),
        ]);
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
            ? TableDownload::of($name, $format, TextExport::COLUMNS, static fn (): iterable => $export->rows($store))
            : TableDownload::of(
                $name,
                $format,
                WideSheet::COLUMNS,
                static fn (): iterable => $wide->rows($store, $filter, $ticked),
                WideSheet::WIDTHS,
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

    public function show(Request $request, Store $store, SheetImport $import, int $sheet): View
    {
        $row = DB::table('write_sheets')->where('store_id', $store->id)->where('id', $sheet)->first() ?? abort(404);
        $counts = $import->counts($sheet);
        $outcome = is_string($request->query('outcome'))
            ? $request->query('outcome')
            : (isset($counts['new'])
                ? 'new'
                : (string) (array_key_first($counts) ?? 'new'));
        $rows = DB::table('write_sheet_rows')
            ->leftJoin(
                'resource_texts',
                static fn ($join) => $join
                    ->on('resource_texts.resource_id', '=', 'write_sheet_rows.resource_id')
                    ->on('resource_texts.field', '=', 'write_sheet_rows.field'),
            )
            ->leftJoin(
                'drafts',
                static fn ($join) => $join
                    ->on('drafts.resource_id', '=', 'write_sheet_rows.resource_id')
                    ->on('drafts.field', '=', 'write_sheet_rows.field'),
            )
            ->where('sheet_id', $sheet)
            ->where('outcome', $outcome)
            ->where('place', '>', (int) $request->query('after', '0'))
            ->orderBy('place')
            ->limit(101)
            ->get(['write_sheet_rows.*', 'stored', 'drafts.value as draft', 'drafts.revision as now']);

        return view('write.sheet', [
            'store' => $store,
            'sheet' => $row,
            'counts' => $counts,
            'outcome' => $outcome,
            'rows' => $rows->take(100),
            'next' => $rows->count() > 100 ? $rows[99]?->place : null,
        ]);
    }

    public function accept(Request $request, Store $store, SheetImport $import, int $sheet): RedirectResponse
    {
        abort_unless(DB::table('write_sheets')->where('store_id', $store->id)->where('id', $sheet)->exists(), 404);
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
        abort_unless(DB::table('write_sheets')->where('store_id', $store->id)->where('id', $sheet)->exists(), 404);
        $given = $request->validate([
            'keep' => ['required', 'in:mine,theirs'],
            'revision' => ['required', 'integer', 'min:0'],
        ]);
        /** @var User $user */
        $user = $request->user();
        $problem = $import->settle(
            $store,
            $sheet,
            $place,
            $given['keep'] === 'mine',
            (int) $given['revision'],
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
