<?php

declare(strict_types=1);

namespace App\Platform\Web;

use App\Platform\Tables\TableRows;
use App\Platform\Tables\TableWriter;
use Closure;
use RuntimeException;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** A table as a file for whoever asks for it by the browser, written while it is sent. */
final class TableDownload
{
    /**
     * @param  string  $name  of the file, without its ending
     * @param  Closure(): TableRows  $table  asked for when the file is written
     *
     * @throws NotFoundHttpException where there is no such format
     */
    public static function of(string $name, string $format, Closure $table): StreamedResponse
    {
        $type = TableWriter::FORMATS[$format] ?? throw new NotFoundHttpException();

        return response()->streamDownload(
            static fn () => TableWriter::write(
                $format,
                $table(),
                fopen('php://output', 'wb') ?: throw new RuntimeException('The answer cannot be written to.'),
            ),
            "$name.$format",
            ['Content-Type' => $type],
        );
    }
}
