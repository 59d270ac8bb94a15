<?php

declare(strict_types=1);

use App\Platform\Database\ForeignKeys;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ForeignKeys::tie('tend_leaves', 'store_id', 'stores');
        ForeignKeys::tie('tend_proofs', 'store_id', 'stores');
        ForeignKeys::tie('tend_robots', 'store_id', 'stores');
    }
};
