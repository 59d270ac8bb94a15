<?php

declare(strict_types=1);

namespace App\Gather\Api;

use App\Gather\Files\FileAnswers;
use App\Gather\Files\FileImport;
use App\Gather\Files\FileLook;
use App\Gather\Files\FileSort;
use App\Gather\Files\Imports;
use App\Gather\Files\ImportWork;
use App\Platform\Web\Caller;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;

/** Files as JSON: announced, posted in pieces, read, taken back. */
final readonly class ImportsApi
{
    /** Bytes of one piece. */
    private const PIECE = 8_388_608;

    public function __construct(private Imports $imports)
    {
    }

    public function index(Store $store): JsonResponse
    {
        return response()->json(['data' => array_map(self::row(...), FileImport::latest($store))]);
    }

    public function show(Store $store, int $import): JsonResponse
    {
        return $this->answer($store, $import, 200);
    }

    public function announce(Request $request, Store $store): JsonResponse
    {
        try {
            $import = $this->imports->announce(
                $store,
                self::user($request),
                $request->string('name')->value(),
                $request->integer('bytes'),
            );
        } catch (InvalidArgumentException $wrong) {
            throw ValidationException::withMessages(['bytes' => $wrong->getMessage()]);
        }

        return $this->answer($store, $import, 201);
    }

    public function piece(Request $request, Store $store, int $import): JsonResponse
    {
        $row = Imports::find($store, $import) ?? abort(404);
        abort_unless($row->userId === self::user($request), 403, 'Somebody else sends this file.');
        abort_if((int) $request->header('Content-Length') > self::PIECE, 413, 'A piece has 8 MB at most.');
        try {
            /** @var resource $body */
            $body = $request->getContent(true);
            $this->imports->addPiece($store, $import, $request->integer('offset'), $body);
        } catch (InvalidArgumentException $wrong) {
            abort(409, $wrong->getMessage());
        }

        return $this->answer($store, $import, 200);
    }

    public function begin(Request $request, Store $store, int $import): JsonResponse
    {
        $row = Imports::find($store, $import) ?? abort(404);
        $given = array_filter(
            $request->only(['separator', 'charset', 'header_row', 'decimal', 'dates', 'scope']),
            is_string(...),
        );
        $sort = FileSort::named($request->string('type')->value());
        try {
            if ($row->state !== 'look') {
                throw new InvalidArgumentException(
                    $row->state === 'arriving'
                        ? 'The file has not arrived whole: '.$row->arrived." of {$row->bytes} bytes."
                        : 'This file has been started already.',
                );
            }
            $columns = $sort === null ? null : self::columns((array) $request->input('columns', []), $sort);
            $look = FileLook::into($store->id, $row->path(), $sort, new FileAnswers($given, $columns));
            $this->imports->start(
                $store,
                $import,
                $look,
                new FileAnswers(
                    $request->only(['dates', 'scope']),
                    firstDay: is_string($request->input('first_day')) ? $request->input('first_day') : null,
                    lastDay: is_string($request->input('last_day')) ? $request->input('last_day') : null,
                ),
            );
        } catch (InvalidArgumentException $wrong) {
            abort(409, $wrong->getMessage());
        }

        return $this->answer($store, $import, 202);
    }

    public function takeBack(Request $request, Store $store, int $import): JsonResponse
    {
        Imports::find($store, $import) ?? abort(404);
        try {
            $this->imports->takeBack($store, $import, self::user($request));
        } catch (InvalidArgumentException $wrong) {
            abort(409, $wrong->getMessage());
        }

        return $this->answer($store, $import, 202);
    }

    /**
     * @param  array<array-key, mixed>  $given  field by number of the column, from 1
     * @return ?array<int, string> field by place; null to find them by looking
     *
     * @throws InvalidArgumentException
     */
    private static function columns(array $given, FileSort $sort): ?array
    {
        $columns = [];
        foreach ($given as $number => $field) {
            if (! is_string($field) || $sort->field($field) === null || (int) $number < 1 || (int) $number > 500) {
                throw new InvalidArgumentException("Column $number: there is no such field in {$sort->value} files.");
            }
            $columns[(int) $number - 1] = $field;
        }

        return $columns === [] ? null : $columns;
    }

    private function answer(Store $store, int $import, int $status): JsonResponse
    {
        return response()->json(['data' => self::row(Imports::find($store, $import) ?? abort(404))], $status);
    }

    /** @return array<string, int|string|null> */
    private static function row(FileImport $file): array
    {
        return [
            'id' => $file->id,
            'name' => $file->fileName,
            'bytes' => $file->bytes,
            'arrived' => $file->arrived,
            'state' => $file->state,
            'type' => $file->sort?->value,
            'rows' => $file->rowsTaken,
            'set_aside' => $file->rowsAside,
            'first_day' => $file->firstDay,
            'last_day' => $file->lastDay,
            'problem' => $file->remark,
            'work' => WorkView::about(ImportWork::sort(), $file->id)?->id,
        ];
    }

    private static function user(Request $request): int
    {
        return Caller::id($request);
    }
}
