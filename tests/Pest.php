<?php

declare(strict_types=1);

use Tests\TestCase;

pest()->extend(TestCase::class)->in('Feature', 'Arch');

require __DIR__.'/helpers.php';
require __DIR__.'/core-helpers.php';
