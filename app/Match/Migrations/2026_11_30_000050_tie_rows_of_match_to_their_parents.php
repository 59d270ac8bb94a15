<?php

declare(strict_types=1);

use App\Platform\Database\ForeignKeys;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ForeignKeys::tie('match_roads', 'store_id', 'stores');
        ForeignKeys::tie('match_road_steps', 'road_id', 'match_roads');
        ForeignKeys::tie('match_steps', 'store_id', 'stores');
        ForeignKeys::tie('match_decisions', 'store_id', 'stores');
    }
};
