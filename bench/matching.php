<?php

declare(strict_types=1);

/** The best matching of 20,000 pages and 100,000 terms, ten candidates a page; and of as many pages for 5,000 terms. */

use Orchard\Core\Matching\Assignment;
use Orchard\Core\Matching\Candidates;

mt_srand(20);
foreach ([[20_000, 100_000], [20_000, 5_000]] as [$pages, $terms]) {
    $candidates = new Candidates();
    for ($page = 0; $page < $pages; $page++) {
        $row = [];
        for ($k = 0; $k < 10; $k++) {
            $row[mt_rand(0, $terms - 1)] = mt_rand(1, 1_000_000);
        }
        $candidates->add($row);
    }
    $size = number_format($pages).' pages, '.number_format($terms).' terms';
    $from = hrtime(true);
    $made = Assignment::best($candidates);
    result('best matching', $size, (hrtime(true) - $from) / 1e9, 's', null);
    $from = hrtime(true);
    Assignment::best($candidates, [0 => $made->terms[1]]);
    result('again after one decision', $size, (hrtime(true) - $from) / 1e9, 's', null);
    told("Gap to the best: $made->gap. Memory at most: ".round(memory_get_peak_usage() / 1e6).' MB');
}
