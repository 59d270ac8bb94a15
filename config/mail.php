<?php

declare(strict_types=1);

// Without a server named in the settings (docs/deploy.md) no mail is sent, and the screens say so.
return [
    'default' => 'smtp',
    'mailers' => [
        'smtp' => [
            'transport' => 'smtp',
            'scheme' => env('MAIL_SCHEME') ?: null,
            'host' => env('MAIL_HOST', ''),
            'port' => env('MAIL_PORT') ?: 25,
            'username' => env('MAIL_USERNAME') ?: null,
            'password' => env('MAIL_PASSWORD') ?: null,
            'timeout' => 10,
        ],
    ],
    'from' => ['address' => env('MAIL_FROM') ?: 'orchard@localhost', 'name' => env('APP_NAME', 'Young Orchard')],
    'markdown' => ['theme' => 'default', 'paths' => []],
];
