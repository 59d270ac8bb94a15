<?php

declare(strict_types=1);

namespace App\Match\Http;

use App\Match\Tracking\MatchTables;
use App\Platform\Tables\TableRows;
use App\Platform\Tables\TableWriter;
use App\Platform\Web\TableDownload;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\StreamedResponse;

final class ExportController
{
    public function __invoke(Request $request, Store $store, string $format): StreamedResponse
    {
        abort_unless(isset(TableWriter::FORMATS[$format]), 404);
        $asked = $request->query('what');
        $what = is_string($asked) && isset(MatchTables::ALL[$asked]) ? $asked : 'pages';

        return TableDownload::of(
            $store->slug.'-'.($what === 'pages' ? 'matches' : $what),
            $format,
            static fn (): TableRows => new TableRows(MatchTables::ALL[$what], MatchTables::rows($what, $store)),
        );
    }
}
