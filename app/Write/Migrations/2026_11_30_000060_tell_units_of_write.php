<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            'Orchard\\Core\\Wording\\TextField' => [
                'write_check_rules.field', 'write_claims.field', 'write_present.field', 'write_recipe_runs.field',
                'write_recipe_texts.field', 'write_recipe_versions.field', 'write_recipes.field',
                'write_sheet_rows.field', 'write_suggestions.field', 'write_waivers.field', 'write_wishes.field',
            ],
            'App\\Stores\\Kinds\\PageKind' => [
                'write_check_rules.kind',
                'write_recipe_runs.kind',
                'write_recipe_versions.kind',
                'write_recipes.kind',
                'write_rows.kind',
            ],
            '1 where it was applied' => ['write_recipe_rows.applied'],
            'version of the recipe, from 1' => [
                'write_recipe_runs.version',
                'write_recipe_texts.version',
                'write_recipe_versions.number',
                'write_recipes.version',
            ],
            'first 8 bytes of Orchard\\Core\\Wording\\NearWording' => ['write_rows.description_near'],
            'bits of Orchard\\Core\\Wording\\TextField: fields with a draft' => ['write_rows.drafted'],
            'highest rank of its drafts (App\\Changes\\DraftState); 0 for none' => ['write_rows.state'],
            'place in its order' => ['write_sheet_rows.place', 'write_wish_pages.place'],
            'rises with each change, so that two writers do not overwrite each other' => ['write_sheet_rows.revision'],
            'tokens' => ['write_wishes.foreseen_out', 'write_wishes.told_out'],
            'for a million tokens, as it was then' => ['write_wishes.price_out'],
        ]);
    }
};
