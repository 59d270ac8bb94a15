<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            '1 where the link is followed' => ['backlink_rows.followed'],
            'MD5 of what makes the row the same one' => [
                'backlink_rows.mark',
                'crawler_rows.mark',
                'index_rows.mark',
                'keyword_rows.mark',
                'listed_rows.mark',
                'product_rows.mark',
                'rival_rows.mark',
            ],
            'HTTP status' => ['crawler_rows.status'],
            'App\\Facts\\FactTable' => ['fact_days.facts'],
            'bits of App\\Facts\\Grain' => ['fact_days.grain', 'sales_rows.grain', 'search_rows.grain'],
            'difficulty as its source tells it, 0 to 100' => ['keyword_rows.difficulty'],
            'searches a month' => ['keyword_rows.volume'],
            'in the currency of the market' => [
                'page_weeks.margin', 'page_weeks.returned', 'page_weeks.revenue', 'resting_sales.margin',
                'resting_sales.returned', 'resting_sales.revenue', 'sales_rows.margin', 'sales_rows.returned',
                'sales_rows.revenue',
            ],
            '1000 x position x impressions, summed' => [
                'page_weeks.position_sum',
                'resting_search.position_sum',
                'search_rows.position_sum',
            ],
            'Orchard\\Core\\StructuredData\\LifeState' => ['product_rows.life'],
            'in the currency of its row' => ['product_rows.price'],
            'rating, at most 5' => ['product_rows.rating'],
            'pieces' => ['product_rows.stock'],
            '0 unknown, 1 desktop, 2 phone, 3 tablet' => ['resting_search.device', 'search_rows.device'],
            '0 unknown, 1 web, 2 image, 3 video, 4 news' => ['resting_search.type', 'search_rows.type'],
            'average position, as its source tells it' => ['rival_rows.position'],
            'visits a month, as its source tells it' => ['rival_rows.traffic'],
        ]);
    }
};
