<?php

declare(strict_types=1);

return [
    'default' => 'uploads',
    'disks' => [
        // Nothing is served from a disk.
        'local' => ['driver' => 'local', 'root' => storage_path('app'), 'serve' => false],
        'uploads' => ['driver' => 'local', 'root' => storage_path('app/uploads'), 'throw' => true],
    ],
];
