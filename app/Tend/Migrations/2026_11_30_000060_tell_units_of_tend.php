<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            'in the currency of the market' => [
                'tend_causes.revenue',
                'tend_cells.revenue',
                'tend_findings.revenue',
                'tend_pages.revenue',
            ],
            'how often, such as links or images' => ['tend_causes.spots'],
            'App\\Tend\\Found\\FindingType' => ['tend_causes.type', 'tend_findings.type', 'tend_leaves.type'],
            'money in 28 days; clicks where no sales are known' => [
                'tend_causes.upside',
                'tend_cells.upside',
                'tend_findings.upside',
                'tend_pages.upside',
            ],
            'revenue and upside, where money is told; else clicks' => [
                'tend_causes.worth',
                'tend_cells.worth',
                'tend_findings.worth',
            ],
            'clicks from the home page by followed links; 65535 where none leads there' => [
                'tend_cells.depth',
                'tend_links.depth_now',
            ],
            'page of the collection that the cell is drawn with; 0 for none' => ['tend_cells.sector'],
            '0 to 1' => ['tend_links.relevance'],
            'share of the internal link weight, thousand millionths' => ['tend_links.weight_then'],
            'App\\Stores\\Kinds\\PageKind' => ['tend_maps.kind', 'tend_pages.kind'],
            '1 where search engines may list it' => ['tend_pages.indexable'],
            'number of the crawl' => ['tend_states.crawl'],
        ]);
    }
};
