<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            'place in its order' => ['block_links.place', 'links.place', 'selected_pages.place'],
            'bits of rel: Orchard\\Core\\Markup\\Link' => ['block_links.rel', 'links.rel'],
            'number of the crawl' => ['inventory_reads.crawl'],
            'Orchard\\Core\\Markup\\Region' => ['link_blocks.region'],
            'Orchard\\Core\\StructuredData\\LifeState' => [
                'lives_by_hand.life',
                'page_details.text_life',
                'page_index.life',
                'page_products.life',
            ],
            'edition of the page reader that read it' => ['page_answers.edition'],
            '1 where search engines may list it' => ['page_counts.indexable', 'page_index.indexable'],
            'App\\Stores\\Kinds\\PageKind' => ['page_counts.kind', 'page_index.kind', 'planned_pages.kind'],
            'HTTP status' => ['page_counts.status', 'page_facts.status', 'page_index.status'],
            '1 where it says that there is nothing, with a status that says there is' => ['page_details.looks_missing'],
            'faults of its structured data' => ['page_details.structured_errors'],
            'App\\Inventory\\CanonicalState' => ['page_index.canonical'],
            'clicks from the home page by followed links; 65535 where none leads there' => ['page_index.depth'],
            'in the currency of the market' => [
                'page_index.margin',
                'page_index.price',
                'page_index.returned',
                'page_index.revenue',
            ],
            '1000 x average position, by impressions' => ['page_index.position_milli'],
            'pieces' => ['page_index.stock', 'page_products.stock'],
            'App\\Inventory\\WhyNot' => ['page_index.why_not'],
            'App\\Inventory\\LifeOrigin' => ['page_products.origin'],
            'in the currency of its row' => ['page_products.price'],
            'rating, at most 5' => ['page_products.rating'],
            'first bytes of a digest of the line' => ['repeated_lines.mark'],
            'App\\Inventory\\Succession: how it is known' => ['successions.origin'],
        ]);
    }
};
