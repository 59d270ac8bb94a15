<?php

declare(strict_types=1);

use App\Platform\Database\ForeignKeys;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ForeignKeys::tie('text_steps', 'store_id', 'stores');
        ForeignKeys::tie('text_step_rows', 'step_id', 'text_steps');
        ForeignKeys::tie('text_step_terms', 'step_id', 'text_steps');
        ForeignKeys::tie('text_trials', 'store_id', 'stores');
        ForeignKeys::tie('text_trial_groups', 'trial_id', 'text_trials');
        ForeignKeys::tie('text_trial_pages', 'trial_id', 'text_trials');
        ForeignKeys::tie('text_comments', 'store_id', 'stores');
        ForeignKeys::tie('text_reviewers', 'store_id', 'stores');
    }
};
