<?php

declare(strict_types=1);

namespace App\Store\Http;

use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;

/** Whether the application and its database answer. */
final class HealthController
{
    public function __invoke(): Response
    {
        DB::select('SELECT 1');

        return response("ok\n")->header('Content-Type', 'text/plain');
    }
}
