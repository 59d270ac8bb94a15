<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            'App\\Stores\\Kinds\\PageKind' => ['kind_rules.kind', 'title_suffixes.kind'],
            'place in its order' => ['kind_rules.place', 'markets.place'],
        ]);
    }
};
