<?php

declare(strict_types=1);

namespace App\Access\Http;

use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Log;
use Illuminate\Support\Str;

/** Browsers tell here what the content security policy kept from loading; it is only written down. */
final class CspReportController
{
    public function __invoke(Request $request): Response
    {
        Log::warning('CSP report', ['report' => Str::limit((string) $request->getContent(), 2000)]);

        return response()->noContent();
    }
}
