<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** What stood in the table until now, and the code it becomes; the numbers are those of that day's enumerations. */
    private const CODES = [
        'kept out of search on purpose' => 'kept-out',
        'folded: its canonical names another page' => 'folded',
        'only brand queries' => 'brand-only',
        'gets the clicks that its positions allow' => 'as-expected',
        'similar pages have a low CTR' => 'similar-pages',
        'could rank higher' => 'rank',
        'nothing to sell: out of stock' => 'nothing-to-sell:2',
        'nothing to sell: resting out of season' => 'nothing-to-sell:4',
        'nothing to sell: discontinued' => 'nothing-to-sell:5',
        'nothing to sell: replaced' => 'nothing-to-sell:6',
    ];

    private const NOT_LISTED = [
        1 => 'no answer',
        2 => 'redirect',
        3 => '4xx error',
        4 => '5xx error',
        5 => 'not HTML',
        6 => 'noindex',
        7 => 'blocked by robots.txt',
        10 => 'soft 404 (not found, but status 200)',
        11 => '2xx without a whole page (204, 206)',
        12 => 'meta refresh to another page',
        13 => 'noindex for one crawler',
        14 => 'planned, not made yet',
    ];

    private const PATTERNS = [
        '^CTR ([0-9]+)% below average for its positions$' => 'click-rate:\\\\1',
        '^1 query at position ([0-9]+)$' => 'near:1:\\\\1:\\\\1',
        '^([0-9]+) queries at positions ([0-9]+) to ([0-9]+)$' => 'near:\\\\1:\\\\2:\\\\3',
    ];

    public function up(): void
    {
        $cases = '';
        $values = [];
        $codes = self::CODES;
        foreach (self::NOT_LISTED as $number => $words) {
            $codes["not listed: $words"] = "not-listed:$number";
        }
        foreach ($codes as $words => $code) {
            $cases .= ' WHEN reason = ? THEN ?';
            array_push($values, $words, $code);
        }
        foreach (self::PATTERNS as $pattern => $code) {
            $cases .= " WHEN reason REGEXP '$pattern' THEN REGEXP_REPLACE(reason, '$pattern', '$code')";
        }
        DB::update("UPDATE weigh_scores SET reason = CASE$cases ELSE reason END", $values);
        ColumnComments::say([
            'type and numbers, such as near:3:4:9; App\\Weigh\\Scoring\\Reason puts it in words' => [
                'weigh_scores.reason',
            ],
        ]);
    }
};
