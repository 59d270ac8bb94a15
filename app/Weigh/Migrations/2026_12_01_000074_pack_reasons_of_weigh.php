<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Codes such as near:3:4:9 become reasons as all judges keep them: [["near",3,4,9]]. */
return new class extends Migration
{
    public function up(): void
    {
        $numbers = "REPLACE(SUBSTRING(reason, LOCATE(':', reason) + 1), ':', ',')";
        DB::update(
            "UPDATE weigh_scores SET reason = CONCAT('[[\"', SUBSTRING_INDEX(reason, ':', 1), '\"',
                IF(LOCATE(':', reason) = 0, '', CONCAT(',', $numbers)), ']]')
                WHERE reason REGEXP '^[a-z-]+(:[0-9]+)*$'",
        );
        ColumnComments::say([
            'JSON: list of Orchard\\Core\\Reasons\\Reason, of UpsideReason' => ['weigh_scores.reason'],
        ]);
    }
};
