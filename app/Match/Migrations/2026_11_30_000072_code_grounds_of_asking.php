<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /**
     * Sentences that stood in the table until now, and the ground that each becomes, as JSON; the longer ones first.
     */
    private const FIXED = [
        'it is put as a question' => '["question"]',
        'it names the store' => '["own-brand"]',
        'it asks about a maker’s own shop' => '["maker-shop"]',
        'it is put in the plural' => '["plural"]',
        'it is short and broad' => '["broad"]',
        'it says in several words which one' => '["which-one"]',
        'it names a maker, and hardly more' => '["maker-alone"]',
        'it names a maker' => '["maker-and-more"]',
        'one product goes by this name' => '["named-product"]',
        'one product in stock has all its words' => '["one-product"]',
        'nothing tells otherwise' => '["nothing"]',
        'somebody said so' => '["person"]',
    ];

    private const PATTERNS = [
        '“([^”]*)” asks for something to read' => '["reading","\\\\1"]',
        '“([^”]*)” is something that people do' => '["doing","\\\\1"]',
        '“([^”]*)” asks for a choice' => '["choice","\\\\1"]',
        '([0-9]+) products in stock have all its words' => '["products",\\\\1]',
        '([0-9]+)% of its impressions are of our (collection|product|article)s' => '["seen",\\\\1,"\\\\2"]',
        '([0-9]+)% of the first results are (collection|product|article)s' => '["results",\\\\1,"\\\\2"]',
    ];

    public function up(): void
    {
        $code = 'because';
        foreach (self::PATTERNS as $pattern => $ground) {
            $code = "REGEXP_REPLACE($code, '$pattern', '$ground')";
        }
        foreach (self::FIXED as $words => $ground) {
            $code = "REPLACE($code, '$words', '$ground')";
        }
        DB::update("UPDATE match_terms SET because = CONCAT('[', REPLACE($code, '; ', ','), ']')
            WHERE because <> '' AND because NOT LIKE '[%'");
        ColumnComments::say(['JSON: list of Orchard\\Core\\Terms\\Ground' => ['match_terms.because']]);
    }
};
