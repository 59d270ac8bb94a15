<?php

declare(strict_types=1);

namespace App\Match\Http;

use App\Match\Tracking\MatchTables;
use App\Platform\Tables\TableWriter;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use RuntimeException;
use Symfony\Component\HttpFoundation\StreamedResponse;

final class ExportController
{
    public function __invoke(Request $request, Store $store, string $format): StreamedResponse
    {
        abort_unless(isset(TableWriter::FORMATS[$format]), 404);
        $asked = $request->query('what');
        $what = is_string($asked) && isset(MatchTables::ALL[$asked]) ? $asked : 'pages';

        return response()->streamDownload(
            static function () use ($store, $format, $what): void {
                TableWriter::write(
                    $format,
                    MatchTables::ALL[$what],
                    MatchTables::rows($what, $store),
                    fopen('php://output', 'wb') ?: throw new RuntimeException('No output.'),
                );
            },
            $store->slug.'-'.($what === 'pages' ? 'matches' : $what).".$format",
            ['Content-Type' => TableWriter::FORMATS[$format]],
        );
    }
}
