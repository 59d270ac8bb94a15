<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            'App\\Changes\\AddressField' => ['address_changes.field', 'address_states.field'],
            'Orchard\\Core\\Wording\\TextField' => [
                'drafts.field',
                'text_comments.field',
                'text_step_rows.field',
                'text_trials.field',
            ],
            'rises with each change, so that two writers do not overwrite each other' => ['drafts.revision'],
            'Orchard\\Core\\Wording\\TextField or App\\Changes\\AddressField' => [
                'drifts.field',
                'history.field',
                'text_spells.field',
            ],
        ]);
    }
};
