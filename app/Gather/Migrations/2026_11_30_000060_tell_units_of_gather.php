<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            'number of the record, from 1' => ['gather_asides.line'],
            'App\\Gather\\Changed\\Aspect' => ['gather_causes.aspect', 'gather_changes.aspect'],
            'MD5 of what the change is, the same for all pages it hit' => [
                'gather_causes.cause',
                'gather_changes.cause',
            ],
            'App\\Stores\\Kinds\\PageKind' => ['gather_causes.kind', 'gather_changes.kind'],
            'number of the newest crawl that was compared' => ['gather_comparisons.compared_to'],
            'addresses that robots.txt bars' => ['gather_crawls.barred'],
            'most addresses at once' => ['gather_crawls.concurrency'],
            'addresses beyond the limits' => ['gather_crawls.cut_off'],
            'links followed from where the crawl began' => ['gather_crawls.level', 'gather_frontier.level'],
            'most addresses of the crawl' => ['gather_crawls.page_limit'],
            'HTTP status' => ['gather_crawls.robots_status', 'gather_sitemaps.status'],
            '1 where the shop\'s word that nothing has changed is taken' => ['gather_crawls.validators'],
            'number of the part of the feed' => ['gather_feed_parts.part'],
            'App\\Gather\\Crawl\\FrontierState' => ['gather_frontier.state'],
            'bytes that have arrived' => ['gather_imports.arrived'],
            'bits of App\\Facts\\Grain' => ['gather_imports.grain'],
            'addresses of the pattern left out, since its budget was spent' => ['gather_patterns.cut'],
            'addresses of the pattern that were fetched' => ['gather_patterns.taken'],
            '1 where the page differs once its scripts have run' => ['gather_renders.differs'],
            'MD5 of the columns of a file' => ['gather_shapes.shape'],
            'indexes above it' => ['gather_sitemaps.level'],
        ]);
    }
};
