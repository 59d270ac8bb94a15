<?php

declare(strict_types=1);

return [
    'default' => 'database',
    'connections' => [
        'database' => [
            'driver' => 'database',
            'table' => 'jobs',
            'queue' => 'interactive',
            // Above the time-out of a slice's job (300 s), so that nothing is handed out twice while it runs.
            'retry_after' => 330,
            'after_commit' => true,
        ],
        'sync' => ['driver' => 'sync'],
    ],
    'failed' => ['driver' => 'database-uuids', 'database' => 'mariadb', 'table' => 'failed_jobs'],
];
