<?php

declare(strict_types=1);

namespace App\Platform\Database;

use Illuminate\Database\MariaDbConnection;
use PDO;
use PDOStatement;

/** A connection whose rows are Row. */
final class RowConnection extends MariaDbConnection
{
    protected function prepared(PDOStatement $statement): PDOStatement
    {
        parent::prepared($statement)->setFetchMode(PDO::FETCH_CLASS, Row::class);

        return $statement;
    }
}
