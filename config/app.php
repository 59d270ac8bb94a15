<?php

declare(strict_types=1);

return [
    'name' => env('APP_NAME', 'Young Orchard'),
    'env' => env('APP_ENV', 'production'),
    'debug' => (bool) env('APP_DEBUG', false),
    'url' => env('APP_URL', 'http://127.0.0.1'),
    'timezone' => 'UTC',
    'locale' => 'en',
    'fallback_locale' => 'en',
    'cipher' => 'AES-256-CBC',
    'instance' => env('APP_INSTANCE', ''),
    // How Chromium is started here: sandbox, user-sandbox, user, or not at all (bin/door/start.sh finds out).
    'renderer' => env('RENDERER', ''),
    'writer' => env('WRITER_URL', ''),
    'key' => env('APP_KEY'),
];
