<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            'difficulty as its source tells it, 0 to 100' => ['match_forms.difficulty', 'match_terms.difficulty'],
            'number of the work that wrote it' => [
                'match_pairs.run',
                'match_rivalries.run',
                'match_states.run',
                'match_terms.run',
            ],
            '1000 x average position, by impressions' => [
                'match_rivalries.position_milli',
                'match_rivalries.rival_position_milli',
                'match_weeks.position_milli',
            ],
            'place in its order' => ['match_road_steps.place'],
            '1 collection, 2 product, 3 article, 4 store, 5 maker; NULL where nobody said' => ['match_said.asked'],
            '1 where it is left out' => ['match_said.excluded', 'match_terms.excluded'],
            'planned: a page is to be made; left: none on purpose' => ['match_said.plan'],
            '1 where its position is followed' => ['match_said.tracked', 'match_terms.tracked'],
            'points of difficulty by which the odds change e times' => ['match_states.reach_spread'],
            'products in stock that have all its words; null where the store has none' => ['match_terms.products'],
            '0 no page, 1 a page, 2 not stocked, 3 a page is planned, 4 left without a page' => ['match_terms.served'],
            'a PositionBand for each week back from bands_to; 0 where it was not seen' => ['match_tracked.bands'],
        ]);
    }
};
