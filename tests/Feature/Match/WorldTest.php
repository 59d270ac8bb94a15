<?php

declare(strict_types=1);

use App\Gather\Files\FileSort;
use App\Match\Pairing\SuggestWork;
use App\Platform\Work\WorkDesk;
use App\Stores\AddStore;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Orchard\Core\Matching\Assignment;
use Orchard\Core\Matching\Candidates;
use Tests\Shops\TermWorld;

it('matches nearly as well as who knows the truth, from files alone', function (int $seed): void {
    $world = new TermWorld($seed);
    $store = app(AddStore::class)->add('Garden', 'https://garden.example', 'garden-'.Str::lower(Str::random(10)));
    bringIn($store, $world->pageFile(), FileSort::Pages);
    bringIn($store, $world->keywordFile(), FileSort::Keywords);
    $days = array_values(array_filter(daysBack(84), static fn (string $day): bool => date('N', (int) strtotime($day)) === '3'));
    bringIn($store, $world->searchFile($days));
    bringIn($store, $world->salesFile($days), FileSort::Sales);
    weigh($store);
    expect(app(WorkDesk::class)->workToEnd(SuggestWork::begin($store, null)))->toBe('done');
    $paths = array_flip(array_column($world->pages, 'path'));
    $texts = array_flip(array_column($world->terms, 'text'));
    $made = 0.0;
    $given = 0;
    foreach (DB::select('SELECT p.url, t.term FROM page_terms t JOIN pages p ON p.id = t.page_id WHERE t.store_id = ? AND t.place = 0', [$store->id]) as $row) {
        $page = $paths[(string) parse_url((string) $row->url, PHP_URL_PATH)] ?? null;
        $term = $texts[(string) $row->term] ?? null;
        if ($page !== null && $term !== null) {
            $made += $world->worth($page, $term);
            $given++;
        }
    }
    // The most that could be had, by the truth.
    $candidates = new Candidates();
    foreach (array_keys($world->pages) as $page) {
        $row = [];
        foreach (array_keys($world->terms) as $term) {
            $worth = (int) round(1000 * $world->worth($page, $term));
            $worth > 0 && ($row[$term] = $worth);
        }
        $candidates->add($row);
    }
    $most = Assignment::best($candidates)->total / 1000;
    if (getenv('TELL')) {
        $best = Assignment::best($candidates)->terms;
        $ours = [];
        foreach (DB::select('SELECT p.url, t.term FROM page_terms t JOIN pages p ON p.id = t.page_id WHERE t.store_id = ? AND t.place = 0', [$store->id]) as $row) {
            $ours[$texts[(string) $row->term] ?? -1] = $paths[(string) parse_url((string) $row->url, PHP_URL_PATH)] ?? -1;
        }
        $told = [];
        foreach ($best as $page => $term) {
            if ($term >= 0 && ($ours[$term] ?? -1) !== $page) {
                $got = isset($ours[$term]) ? $world->worth($ours[$term], $term) : 0;
                $told[] = [$world->worth($page, $term) - $got, $world->terms[$term]['text'], $world->terms[$term]['searches'], $world->terms[$term]['difficulty'], $world->pages[$page]['name'], isset($ours[$term]) ? $world->pages[$ours[$term]]['name'] : '-', round($world->pages[$page]['value'], 2), isset($ours[$term]) ? round($world->pages[$ours[$term]]['value'], 2) : 0];
            }
        }
        $naive = static function (string $sql) use ($store, $world, $texts, $paths): float {
            $pages = $terms = [];
            $sum = 0.0;
            foreach (DB::select($sql, [$store->id]) as $row) {
                $page = $paths[(string) parse_url((string) $row->url, PHP_URL_PATH)] ?? null;
                $term = $texts[(string) $row->term] ?? null;
                if ($page === null || $term === null || isset($pages[$page]) || isset($terms[$term])) {
                    continue;
                }
                $pages[$page] = $terms[$term] = true;
                $sum += $world->worth($page, $term);
            }

            return round($sum, 1);
        };
        $from = ' FROM match_pairs p JOIN match_terms t ON t.id = p.term_id JOIN pages u ON u.id = p.page_id WHERE p.store_id = ? ';
        fwrite(STDERR, "top query ".$naive("SELECT u.url, t.term $from AND p.impressions > 0 ORDER BY p.clicks DESC, p.impressions DESC")/$most.', by volume '.$naive("SELECT u.url, t.term $from AND p.impressions > 0 ORDER BY t.volume DESC, p.impressions DESC")/$most.', by worth '.$naive("SELECT u.url, t.term $from ORDER BY p.worth DESC")/$most."\n");
        rsort($told);
        foreach (array_slice($told, 0, 14) as $one) {
            fwrite(STDERR, implode(' | ', array_map(static fn ($x) => is_float($x) ? round($x, 2) : $x, $one))."\n");
        }
        fwrite(STDERR, "\nworld $seed: ".round($made / $most, 3)." of $most with $given pages of ".count($world->pages).', terms '.count($world->terms)."\n");
    }
    expect($made / $most)->toBeGreaterThanOrEqual(0.93);
})->with([1, 2, 3, 4, 5, 6]);
