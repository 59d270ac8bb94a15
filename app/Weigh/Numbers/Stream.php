<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use Generator;
use Illuminate\Support\Facades\DB;
use PDO;

/**
 * Rows of a query as they come, without holding them; nothing else may be asked on the connection until they have
 * ended.
 */
final class Stream
{
    /**
     * @param  string  $sql  without placeholders: all its values are numbers or days of ours
     * @return Generator<list<mixed>>
     */
    public static function rows(string $sql): Generator
    {
        $pdo = DB::connection()->getPdo();
        $pdo->setAttribute(PDO::MYSQL_ATTR_USE_BUFFERED_QUERY, false);
        try {
            $rows = $pdo->query($sql, PDO::FETCH_NUM);
            while ($rows !== false && is_array($row = $rows->fetch())) {
                yield array_values($row);
            }
            $rows !== false && $rows->closeCursor();
        } finally {
            $pdo->setAttribute(PDO::MYSQL_ATTR_USE_BUFFERED_QUERY, true);
        }
    }
}
