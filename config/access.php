<?php

declare(strict_types=1);

return [
    // Addresses or networks of the proxies in front: X-Forwarded-* is honoured from them alone.
    'trusted_proxies' => array_values(array_filter(array_map('trim', explode(',', (string) env('TRUSTED_PROXIES', ''))))),
];
