<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Access\Models\User;
use App\Gather\Files\FileAnswers;
use App\Gather\Files\FileImport;
use App\Gather\Files\FileLook;
use App\Gather\Files\FileSort;
use App\Gather\Files\ImportList;
use App\Gather\Files\Imports;
use App\Gather\Files\ImportWork;
use App\Gather\Files\ScopeFinder;
use App\Gather\Files\SumsBeside;
use App\Platform\Tables\TableRows;
use App\Platform\Tables\TableWriter;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\View\View;
use InvalidArgumentException;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Files that are brought in: their arrival, the look into them, their import and its end. */
final class FileController
{
    /** Bytes of one piece of a large file. */
    private const PIECE = 8_388_608;

    public function index(Store $store): View
    {
        return view('gather.files', [
            'store' => $store,
            'piece' => self::PIECE,
            'imports' => ImportList::all($store),
        ]);
    }

    public function show(Request $request, Store $store, int $import): View
    {
        $row = Imports::find($store, $import) ?? abort(404);
        if ($row->state === 'arriving') {
            return view('gather.file-arriving', ['store' => $store, 'import' => $row]);
        }
        if ($row->state === 'look') {
            try {
                $look = $this->look($request, $store, $row);
                $problem = null;
            } catch (InvalidArgumentException $wrong) {
                [$look, $problem] = [null, $wrong->getMessage()];
            }

            return view('gather.file-look', [
                'store' => $store,
                'import' => $row,
                'look' => $look,
                'markets' => count($store->markets) > 1 ? $store->markets : [],
                'problem' => $problem,
                'twin' => $row->twin(),
            ]);
        }

        return view('gather.file', ImportList::details($import) + $this->state($store, $row));
    }

    public function progress(Store $store, int $import): View
    {
        return view('gather.file-progress', $this->state($store, Imports::find($store, $import) ?? abort(404)));
    }

    /** What the import would put to rest; a fragment of its own, since it looks through the rows that are in. */
    public function replaces(Request $request, Store $store, int $import): View
    {
        $row = Imports::find($store, $import) ?? abort(404);
        $replaced = $differs = null;
        if ($row->state === 'look') {
            try {
                $look = $this->look($request, $store, $row);
                $replaced = ScopeFinder::replaced($store, $look);
                $differs = SumsBeside::of($store, $row->path(), $look)?->sentence();
            } catch (InvalidArgumentException) {
                // The page around this says what is wrong.
            }
        }

        return view('gather.file-replaces', [
            'differs' => $differs,
            'replaced' => $replaced,
            'scope' => isset($look) ? $look->scope->label($store) : '',
            'isWhole' => isset($look) && ($look->span[2] ?? false),
        ]);
    }

    public function take(Request $request, Store $store, Imports $imports): RedirectResponse
    {
        $request->validate(['file' => ['required', 'file', 'max:65536']]);
        /** @var UploadedFile $file */
        $file = $request->file('file');

        return $this->told(
            $store,
            null,
            fn (): int => $imports->take(
                $store,
                self::user($request)->id,
                $file->getClientOriginalName(),
                $file->getRealPath(),
            ),
        );
    }

    /** Announces a large file; one of the same name and size that this person has not finished sending goes on. */
    public function announce(Request $request, Store $store, Imports $imports): JsonResponse
    {
        $given = $request->validate([
            'name' => ['required', 'string', 'max:255'],
            'bytes' => ['required', 'integer', 'min:0'],
        ]);
        $user = self::user($request)->id;
        try {
            $known = Imports::arriving($store, $user, $given['name'], (int) $given['bytes']);
            $import = $known->id ?? $imports->announce($store, $user, $given['name'], (int) $given['bytes']);
        } catch (InvalidArgumentException $wrong) {
            return response()->json(['problem' => $wrong->getMessage()], 422);
        }

        return response()->json([
            'import' => $import,
            'arrived' => $known->arrived ?? 0,
            'pieces' => route('gather.file.piece', [$store, $import]),
            'page' => route('gather.file', [$store, $import]),
        ]);
    }

    public function piece(Request $request, Store $store, Imports $imports, int $import): JsonResponse
    {
        $row = Imports::find($store, $import) ?? abort(404);
        abort_unless($row->userId === self::user($request)->id, 403);
        abort_if((int) $request->header('Content-Length') > self::PIECE, 413);
        try {
            /** @var resource $body */
            $body = $request->getContent(true);

            return response()->json([
                'arrived' => $imports->addPiece($store, $import, (int) $request->query('offset', '0'), $body),
            ]);
        } catch (InvalidArgumentException $wrong) {
            return response()->json(['problem' => $wrong->getMessage(), 'arrived' => $row->arrived], 409);
        }
    }

    public function start(Request $request, Store $store, Imports $imports, int $import): RedirectResponse
    {
        $row = Imports::find($store, $import) ?? abort(404);

        return $this->told($store, $import, function () use ($request, $store, $imports, $import, $row): int {
            $text = static fn (string $key): ?string => is_string($request->input($key)) ? $request->input($key) : null;
            $imports->start(
                $store,
                $import,
                $this->look($request, $store, $row),
                new FileAnswers(
                    $request->only(['dates', 'scope']),
                    firstDay: $text('first_day'),
                    lastDay: $text('last_day'),
                ),
            );

            return $import;
        });
    }

    public function back(Request $request, Store $store, Imports $imports, int $import): RedirectResponse
    {
        Imports::find($store, $import) ?? abort(404);

        return $this->told($store, $import, function () use ($request, $store, $imports, $import): int {
            $imports->takeBack($store, $import, self::user($request)->id);

            return $import;
        });
    }

    public function stop(Store $store, WorkDesk $desk, int $import): RedirectResponse
    {
        Imports::find($store, $import) ?? abort(404);
        $work = WorkView::about(ImportWork::sort(), $import);
        $work !== null && $desk->stop($work->id);

        return redirect()->route('gather.file', [$store, $import]);
    }

    public function resume(Store $store, WorkDesk $desk, int $import): RedirectResponse
    {
        Imports::find($store, $import) ?? abort(404);
        $work = WorkView::about(ImportWork::sort(), $import);
        if ($work !== null && Imports::goOn($import)) {
            $desk->resume($work->id);
        }

        return redirect()->route('gather.file', [$store, $import]);
    }

    public function drop(Store $store, Imports $imports, int $import): RedirectResponse
    {
        $imports->drop($store, $import);

        return redirect()->route('gather.files', $store)->with('done', 'The file was discarded; nothing was stored.');
    }

    /** The rows that were set aside, with the reasons behind, to be mended and put in again. */
    public function asides(Store $store, int $import): StreamedResponse
    {
        $row = Imports::find($store, $import) ?? abort(404);
        $sort = $row->sort ?? abort(404);
        $columns = FileLook::columnsOf($row->columns ?? '');
        $names = [];
        for ($i = 0; $i <= max([0, ...array_keys($columns)]); $i++) {
            $names[] = isset($columns[$i]) ? (string) $sort->field($columns[$i])?->label : 'Column '.($i + 1);
        }

        return response()->streamDownload(
            static function () use ($import, $names): void {
                TableWriter::write(
                    'csv',
                    new TableRows([...$names, 'Set aside because'], Imports::asides($import, count($names))),
                    fopen('php://output', 'wb') ?: throw new \RuntimeException('No output.'),
                );
            },
            "{$store->slug}-set-aside-$import.csv",
            ['Content-Type' => TableWriter::FORMATS['csv']],
        );
    }

    private function look(Request $request, Store $store, FileImport $import): FileLook
    {
        $sort = FileSort::tryFrom(is_string($request->input('sort')) ? $request->input('sort') : '');
        $given = array_filter(
            $request->only(['separator', 'charset', 'header_row', 'decimal', 'dates', 'scope']),
            is_string(...),
        );
        $columns = null;
        if (is_array($request->input('columns')) && $sort !== null && $request->input('was') === $sort->value) {
            $columns = [];
            foreach ($request->input('columns') as $column => $key) {
                if (is_string($key) && is_numeric($column) && $column < 500 && $sort->field($key) !== null) {
                    $columns[(int) $column] = $key;
                }
            }
        }

        return FileLook::into($store->id, $import->path(), $sort, new FileAnswers($given, $columns));
    }

    /** @return array{store: Store, import: FileImport, work: ?WorkView} */
    private function state(Store $store, FileImport $import): array
    {
        return [
            'store' => $store,
            'import' => $import,
            'work' => WorkView::about(ImportWork::sort(), $import->id),
        ];
    }

    /** @param  callable(): int  $do  answers the import to be shown */
    private function told(Store $store, ?int $import, callable $do): RedirectResponse
    {
        try {
            return redirect()->route('gather.file', [$store, $do()]);
        } catch (InvalidArgumentException $wrong) {
            return ($import === null
                ? redirect()->route('gather.files', $store)
                : redirect()->back(fallback: route('gather.file', [$store, $import]))
            )
                ->withErrors(['file' => $wrong->getMessage()])
                ->withInput();
        }
    }

    private static function user(Request $request): User
    {
        $user = $request->user();

        return $user instanceof User ? $user : abort(403);
    }
}
