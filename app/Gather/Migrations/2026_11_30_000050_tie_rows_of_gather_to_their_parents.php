<?php

declare(strict_types=1);

use App\Platform\Database\ForeignKeys;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ForeignKeys::tie('gather_imports', 'store_id', 'stores');
        ForeignKeys::tie('gather_asides', 'import_id', 'gather_imports');
        ForeignKeys::tie('gather_crawls', 'store_id', 'stores');
        ForeignKeys::tie('gather_comparisons', 'store_id', 'stores');
        ForeignKeys::tie('gather_causes', 'comparison_id', 'gather_comparisons');
    }
};
