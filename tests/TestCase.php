<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Foundation\Testing\TestCase as BaseTestCase;
use Illuminate\Support\Enumerable;
use Illuminate\Support\Facades\View;
use LogicException;
use RuntimeException;
use stdClass;

abstract class TestCase extends BaseTestCase
{
    /** The route whose views are given JSON that somebody else has made, as it came. */
    private const JSON = 'connect.mapping';

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
        View::composer('*', static function (\Illuminate\View\View $view): void {
            // Blade's own $loop is no row.
            foreach (array_diff_key($view->getData(), ['loop' => true]) as $name => $value) {
                if (self::isRow($value) && ! request()->routeIs(self::JSON)) {
                    throw new LogicException("The view {$view->name()} is given a row of the database as \$$name.");
                }
            }
        });
    }

    /** Rows are told to templates as records: a row has what its query asked for, and nobody sees what that was. */
    private static function isRow(mixed $value, int $deep = 2): bool
    {
        $list = $value instanceof Enumerable ? $value->all() : $value;

        return $value instanceof stdClass ||
            ($deep > 0 &&
                is_array($list) &&
                array_filter(array_slice($list, 0, 3), static fn (mixed $one): bool => self::isRow($one, $deep - 1)) !==
                    []);
    }
}
