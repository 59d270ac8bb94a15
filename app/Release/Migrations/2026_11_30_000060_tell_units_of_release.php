<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            'items' => ['release_batches.items'],
            'the batch that this one takes back' => ['release_batches.undo_of'],
            'Orchard\\Core\\Wording\\TextField' => ['release_campaign_texts.field'],
            'times the page was looked at since' => ['release_items.looks'],
            '1 where it is not known whether the shop took it' => ['release_items.unsure'],
        ]);
    }
};
