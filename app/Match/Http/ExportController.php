<?php

declare(strict_types=1);

namespace App\Match\Http;

use App\Match\Terms\MatchExport;
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
        $isTerms = $request->query('what') === 'terms';

        return response()->streamDownload(
            static function () use ($store, $format, $isTerms): void {
                TableWriter::write(
                    $format,
                    $isTerms ? MatchExport::TERMS : MatchExport::PAGES,
                    $isTerms ? MatchExport::terms($store) : MatchExport::pages($store),
                    fopen('php://output', 'wb') ?: throw new RuntimeException('No output.'),
                );
            },
            $store->slug.($isTerms ? '-terms' : '-matches').".$format",
            ['Content-Type' => TableWriter::FORMATS[$format]],
        );
    }
}
