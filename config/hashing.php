<?php

declare(strict_types=1);

return [
    'driver' => 'argon2id',
    'argon' => ['memory' => 19456, 'threads' => 1, 'time' => 2, 'verify' => true],
    'rehash_on_login' => true,
];
