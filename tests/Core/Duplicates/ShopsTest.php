<?php

declare(strict_types=1);

use Orchard\Core\LinkGraph\CanonicalVerdict;
use Tests\Shops\TangledShop;
use Tests\Shops\Untangled;

/** @return array{right: int, wrong: int, missed: int} pairs of URLs */
function pairsOf(TangledShop $shop, Untangled $found): array
{
    $of = [];
    $counts = ['right' => 0, 'wrong' => 0, 'missed' => 0];
    foreach ($found->tangles as $i => $tangle) {
        foreach ($tangle as $j => $a) {
            $of[$a] = $i;
            foreach (array_slice($tangle, $j + 1) as $b) {
                $counts[($shop->truth[$a] ?? $a) === ($shop->truth[$b] ?? $b) ? 'right' : 'wrong']++;
            }
        }
    }
    $true = [];
    foreach (array_intersect_key($shop->truth, $shop->pages) as $url => $page) {
        $true[$page][] = $url;
    }
    foreach ($true as $urls) {
        foreach ($urls as $j => $a) {
            foreach (array_slice($urls, $j + 1) as $b) {
                $counts['missed'] += isset($of[$a], $of[$b]) && $of[$a] === $of[$b] ? 0 : 1;
            }
        }
    }

    return $counts;
}

it('untangles shops whose truth is known', function (int $seed): void {
    $shop = new TangledShop($seed);
    $found = new Untangled($shop);
    $pairs = pairsOf($shop, $found);
    expect($pairs['right'] / ($pairs['right'] + $pairs['wrong']))
        ->toBeGreaterThanOrEqual(0.98)
        ->and($pairs['right'] / ($pairs['right'] + $pairs['missed']))
        ->toBeGreaterThanOrEqual(0.95);
    $kept = array_filter($shop->keepers, static fn (string $url): bool => isset($found->keepers[$url]));
    $right = array_filter($kept, static fn (string $url): bool => $found->keepers[$url] === $url);
    expect(count($right) / count($kept))->toBeGreaterThanOrEqual(0.95);
    $verdicts = array_intersect_key($found->verdicts, $shop->verdicts);
    $agreed = array_filter(
        $verdicts,
        static fn (CanonicalVerdict $verdict, string $url): bool => $verdict->value === $shop->verdicts[$url],
        ARRAY_FILTER_USE_BOTH,
    );
    expect(count($agreed) / count($verdicts))->toBeGreaterThanOrEqual(0.98);
    foreach ($shop->effects as $parameter => $effect) {
        expect($found->studies[$parameter]->effect()?->value)->toBe($effect, $parameter);
    }
})->with([3, 7, 13, 107, 113, 118]);

it('finds the same whatever the order of pages', function (): void {
    $shop = new TangledShop(7);
    $urls = array_keys($shop->pages);
    $normal = static function (Untangled $found): array {
        $tangles = array_map(static function (array $tangle): array {
            sort($tangle);

            return $tangle;
        }, $found->tangles);
        sort($tangles);
        ksort($found->keepers);

        return [$tangles, $found->keepers];
    };
    expect($normal(new Untangled($shop, array_reverse($urls))))->toBe($normal(new Untangled($shop, $urls)));
});
