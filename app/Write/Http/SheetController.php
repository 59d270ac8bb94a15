<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Models\User;
use App\Store\Files\TableWriter;
use App\Store\Models\Store;
use App\Write\Sheets\SheetImport;
use App\Write\Sheets\TextExport;
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
        return view('write.sheets', ['store' => $store, 'sheets' => DB::table('write_sheets')->leftJoin('users', 'users.id', '=', 'user_id')->where('store_id', $store->id)->orderByDesc('write_sheets.id')->limit(20)->get(['write_sheets.*', 'users.name as user_name'])]);
    }

    public function export(Store $store, TextExport $export, string $format): StreamedResponse
    {
        abort_unless(isset(TableWriter::FORMATS[$format]), 404);

        return response()->streamDownload(static function () use ($store, $export, $format): void {
            TableWriter::write($format, TextExport::COLUMNS, $export->rows($store), fopen('php://output', 'wb') ?: throw new \RuntimeException('No output.'));
        }, "{$store->slug}-texts.$format", ['Content-Type' => TableWriter::FORMATS[$format]]);
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
            return redirect()->route('write.sheets', $store)->withErrors(['file' => $wrong->getMessage()]);
        }

        return redirect()->route('write.sheet', [$store, $sheet]);
    }

    public function show(Request $request, Store $store, SheetImport $import, int $sheet): View
    {
        $row = DB::table('write_sheets')->where('store_id', $store->id)->where('id', $sheet)->first() ?? abort(404);
        $counts = $import->counts($sheet);
        $outcome = is_string($request->query('outcome')) ? $request->query('outcome') : (isset($counts['new']) ? 'new' : (string) (array_key_first($counts) ?? 'new'));
        $rows = DB::table('write_sheet_rows')->leftJoin('resource_texts', static fn ($join) => $join->on('resource_texts.resource_id', '=', 'write_sheet_rows.resource_id')->on('resource_texts.field', '=', 'write_sheet_rows.field'))
            ->where('sheet_id', $sheet)->where('outcome', $outcome)->where('place', '>', (int) $request->query('after', '0'))->orderBy('place')->limit(101)->get(['write_sheet_rows.*', 'stored']);

        return view('write.sheet', ['store' => $store, 'sheet' => $row, 'counts' => $counts, 'outcome' => $outcome, 'rows' => $rows->take(100), 'next' => $rows->count() > 100 ? $rows[99]?->place : null]);
    }

    public function accept(Request $request, Store $store, SheetImport $import, int $sheet): RedirectResponse
    {
        abort_unless(DB::table('write_sheets')->where('store_id', $store->id)->where('id', $sheet)->exists(), 404);
        /** @var User $user */
        $user = $request->user();
        $made = $import->accept($store, $sheet, $user->id);

        return redirect()->route('write.sheet', [$store, $sheet])->with('done', number_format($made).($made === 1 ? ' draft was' : ' drafts were').' made from the file.');
    }
}
