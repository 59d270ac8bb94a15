<?php

declare(strict_types=1);

use App\Platform\Database\ForeignKeys;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ForeignKeys::tie('watch_changes', 'store_id', 'stores');
        ForeignKeys::tie('watch_pages', 'change_id', 'watch_changes');
        ForeignKeys::tie('watch_results', 'change_id', 'watch_changes');
        ForeignKeys::tie('watch_links', 'store_id', 'stores');
        ForeignKeys::tie('watch_readers', 'store_id', 'stores');
    }
};
