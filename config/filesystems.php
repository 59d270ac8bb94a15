<?php

return [
    'default' => 'uploads',
    'disks' => [
        'uploads' => ['driver' => 'local', 'root' => storage_path('app/uploads'), 'throw' => true],
    ],
];
