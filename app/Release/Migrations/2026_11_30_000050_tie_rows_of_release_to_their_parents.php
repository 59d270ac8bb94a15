<?php

declare(strict_types=1);

use App\Platform\Database\ForeignKeys;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ForeignKeys::tie('release_batches', 'store_id', 'stores');
        ForeignKeys::tie('release_items', 'release_id', 'release_batches');
        ForeignKeys::tie('release_links', 'release_id', 'release_batches');
        ForeignKeys::tie('release_campaigns', 'store_id', 'stores');
        ForeignKeys::tie('release_campaign_texts', 'campaign_id', 'release_campaigns');
        ForeignKeys::tie('release_plans', 'store_id', 'stores');
        ForeignKeys::tie('release_plan_changes', 'plan_id', 'release_plans');
        ForeignKeys::tie('release_files', 'store_id', 'stores');
        ForeignKeys::tie('release_file_rows', 'file_id', 'release_files');
    }
};
