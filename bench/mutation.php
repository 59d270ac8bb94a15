<?php

declare(strict_types=1);

/**
 * How much of the core its tests hold, on forty mutants a folder: tools/mutate.php, which needs the tests' packages.
 */
passthru(
    PHP_BINARY.
        ' -d extension=pcov.so -d memory_limit=2G '.
        escapeshellarg(base_path('tools/mutate.php')).
        ' --sample=40',
);
