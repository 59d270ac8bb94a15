<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            'Orchard\\Core\\Wording\\TextField' => ['resource_texts.field'],
            '1 where the shop holds it no more' => ['resources.gone'],
            'App\\Stores\\Kinds\\PageKind' => ['resources.kind'],
        ]);
    }
};
