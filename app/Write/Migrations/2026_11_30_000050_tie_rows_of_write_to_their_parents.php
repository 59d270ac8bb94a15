<?php

declare(strict_types=1);

use App\Platform\Database\ForeignKeys;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ForeignKeys::tie('write_recipes', 'store_id', 'stores');
        ForeignKeys::tie('write_recipe_versions', 'recipe_id', 'write_recipes');
        ForeignKeys::tie('write_recipe_exceptions', 'recipe_id', 'write_recipes');
        ForeignKeys::tie('write_recipe_runs', 'recipe_id', 'write_recipes');
        ForeignKeys::tie('write_sheets', 'store_id', 'stores');
        ForeignKeys::tie('write_sheet_rows', 'sheet_id', 'write_sheets');
        ForeignKeys::tie('write_sources', 'store_id', 'stores');
        ForeignKeys::tie('write_wishes', 'store_id', 'stores');
        ForeignKeys::tie('write_wish_pages', 'wish_id', 'write_wishes');
        ForeignKeys::tie('write_suggestions', 'wish_id', 'write_wishes');
        ForeignKeys::tie('write_desk_views', 'store_id', 'stores');
        ForeignKeys::tie('write_desk_views', 'user_id', 'users');
    }
};
