<?php

declare(strict_types=1);

use Illuminate\Support\Facades\DB;
use Orchard\Core\Matching\Assignment;
use Orchard\Core\Matching\Candidates;
use Tests\Shops\TermWorld;

/**
 * What a choice of terms for pages is truly worth, of the most that could be had.
 *
 * @param  array<array-key, mixed>  $pairs
 */
function partOfMost(TermWorld $world, array $pairs): float
{
    $candidates = new Candidates();
    foreach (array_keys($world->pages) as $page) {
        $row = [];
        foreach (array_keys($world->terms) as $term) {
            $worth = (int) round(1000 * $world->worth($page, $term));
            $worth > 0 && ($row[$term] = $worth);
        }
        $candidates->add($row);
    }
    $paths = array_flip(array_column($world->pages, 'path'));
    $texts = array_flip(array_column($world->terms, 'text'));
    $made = 0.0;
    $taken = [];
    foreach ($pairs as $pair) {
        $page = $paths[(string) parse_url((string) $pair->url, PHP_URL_PATH)] ?? null;
        $term = $texts[(string) $pair->term] ?? null;
        if ($page !== null && $term !== null && ! isset($taken["p$page"]) && ! isset($taken["t$term"])) {
            $taken["p$page"] = $taken["t$term"] = true;
            $made += $world->worth($page, $term);
        }
    }

    return $made / (Assignment::best($candidates)->total / 1000);
}

it('matches nearly as well as who knows the truth, from files alone, and better than plain rules', function (): void {
    $parts = ['ours' => [], 'top query' => [], 'by volume' => []];
    foreach ([1, 2, 3, 4] as $seed) {
        $world = new TermWorld($seed);
        $store = gardenStore($world);
        matchUp($store);
        $seen = 'SELECT u.url, t.term FROM match_pairs p JOIN match_terms t ON t.id = p.term_id JOIN pages u ON u.id = p.page_id
            WHERE p.store_id = ? AND p.impressions > 0 ORDER BY ';
        $parts['ours'][] = partOfMost(
            $world,
            DB::select(
                'SELECT p.url, t.term FROM page_terms t JOIN pages p ON p.id = t.page_id WHERE t.store_id = ? AND t.place = 0',
                [$store->id],
            ),
        );
        $parts['top query'][] = partOfMost(
            $world,
            DB::select("$seen p.clicks DESC, p.impressions DESC, p.page_id, p.term_id", [$store->id]),
        );
        $parts['by volume'][] = partOfMost(
            $world,
            DB::select("$seen t.volume DESC, p.impressions DESC, p.page_id, p.term_id", [$store->id]),
        );
    }
    $mean = array_map(static fn (array $some): float => array_sum($some) / count($some), $parts);
    getenv('TELL') && fwrite(STDERR, json_encode($parts)."\n");
    expect($mean['ours'])
        ->toBeGreaterThanOrEqual(0.92)
        ->and(min($parts['ours']))
        ->toBeGreaterThanOrEqual(0.84)
        ->and($mean['ours'] - $mean['top query'])
        ->toBeGreaterThan(0.15)
        ->and($mean['ours'] - $mean['by volume'])
        ->toBeGreaterThan(0.15);
});
