<?php

declare(strict_types=1);

return [
    'driver' => 'database',
    'lifetime' => 60 * 12,
    'cookie' => 'orchard_session',
    'http_only' => true,
    'same_site' => 'lax',
    // Secure follows the scheme of each request: null asks the request.
    'secure' => null,
    'encrypt' => true,
];
