<?php

declare(strict_types=1);

use App\Platform\Database\ForeignKeys;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ForeignKeys::tie('markets', 'store_id', 'stores');
        ForeignKeys::tie('connections', 'store_id', 'stores');
        ForeignKeys::tie('kind_rules', 'store_id', 'stores');
        ForeignKeys::tie('title_suffixes', 'market_id', 'markets');
        ForeignKeys::tie('saved_views', 'store_id', 'stores');
        ForeignKeys::tie('saved_views', 'user_id', 'users');
        ForeignKeys::tie('hook_calls', 'store_id', 'stores');
    }
};
