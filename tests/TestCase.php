<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Foundation\Testing\TestCase as BaseTestCase;
use RuntimeException;

abstract class TestCase extends BaseTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        // Each test makes its own store; nothing is cleaned up, so a wrong database must never be met.
        $name = (string) config('database.connections.mariadb.database');
        if (! str_ends_with($name, '_test')) {
            throw new RuntimeException(
                "Tests only run on a database whose name ends in _test, not on \"$name\". Use bin/orchard test.",
            );
        }
    }
}
