<?php

declare(strict_types=1);

// Tokens alone open the JSON door: no session does, so no other site's page can walk through it with somebody's cookies.
return ['stateful' => [], 'guard' => [], 'expiration' => null, 'token_prefix' => 'orchard_', 'routes' => false, 'middleware' => []];
