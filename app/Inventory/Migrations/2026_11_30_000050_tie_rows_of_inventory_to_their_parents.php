<?php

declare(strict_types=1);

use App\Platform\Database\ForeignKeys;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ForeignKeys::tie('page_selections', 'store_id', 'stores');
        ForeignKeys::tie('selected_pages', 'selection_id', 'page_selections');
    }
};
