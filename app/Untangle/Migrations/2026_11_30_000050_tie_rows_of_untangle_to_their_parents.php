<?php

declare(strict_types=1);

use App\Platform\Database\ForeignKeys;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ForeignKeys::tie('untangle_decisions', 'store_id', 'stores');
        ForeignKeys::tie('untangle_rules', 'store_id', 'stores');
        ForeignKeys::tie('untangle_redirects', 'store_id', 'stores');
    }
};
