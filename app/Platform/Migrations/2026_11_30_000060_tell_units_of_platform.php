<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            'number of whoever holds the work; another one may not write' => ['work.fence'],
            '1 where somebody asked it to stop' => ['work.stop_asked'],
        ]);
    }
};
