<?php

declare(strict_types=1);

use App\Platform\Database\ForeignKeys;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ForeignKeys::tie('weigh_worklists', 'store_id', 'stores');
        ForeignKeys::tie('weigh_worklist_pages', 'worklist_id', 'weigh_worklists');
        ForeignKeys::tie('weigh_ranges', 'store_id', 'stores');
    }
};
