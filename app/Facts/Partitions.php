<?php

declare(strict_types=1);

namespace App\Facts;

use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use DateTimeInterface;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** Keeps the fact tables cut by month, so that a month is read, replaced or dropped without touching the others. */
final class Partitions
{
    /**
     * Cuts the part "later" into months up to the last one asked for; months that are there stay. Rows before the
     * first month share its part.
     */
    public static function ensure(FactTable $facts, DateTimeInterface $from, DateTimeInterface $to): void
    {
        $table = $facts->rows();
        $known = array_map(
            static fn (Row $row): string => $row->text('name'),
            Rows::all(
                'SELECT PARTITION_NAME AS name FROM information_schema.PARTITIONS WHERE TABLE_SCHEMA = DATABASE()
                    AND TABLE_NAME = ?',
                [$table],
            ),
        );
        $months = array_filter($known, static fn (string $name): bool => $name !== 'later');
        $next =
            $months === []
                ? Carbon::instance($from)->startOfMonth()
                : Carbon::createFromFormat('!\mYm', max($months))?->addMonth() ??
                    Carbon::instance($from)->startOfMonth();
        $parts = [];
        for ($month = $next->copy(); $month <= $to; $month->addMonth()) {
            $parts[] =
                'PARTITION '.
                $month->format('\mYm').
                " VALUES LESS THAN ('".
                $month->copy()->addMonth()->format('Y-m-d').
                "')";
        }
        if ($parts !== []) {
            DB::statement(
                "ALTER TABLE $table REORGANIZE PARTITION later INTO (".
                    implode(', ', $parts).
                    ', PARTITION later VALUES LESS THAN (MAXVALUE))',
            );
        }
    }
}
