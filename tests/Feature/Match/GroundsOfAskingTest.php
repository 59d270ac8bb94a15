<?php

declare(strict_types=1);

use Illuminate\Support\Facades\DB;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Terms\GroundType;

/** @return list<Reason> one of each type, with what it names */
function groundsOfEachType(): array
{
    return array_map(
        static fn (GroundType $type): Reason => new Reason(
            $type,
            match ($type) {
                GroundType::Reading => ['conseils'],
                GroundType::Doing => ['aufhangen'],
                GroundType::Choice => ["guide d'achat"],
                GroundType::Products => [12],
                GroundType::Seen => [55, 'collection'],
                GroundType::Results => [100, 'article'],
                default => [],
            },
        ),
        GroundType::cases(),
    );
}

it('keeps what an earlier release wrote in words', function (): void {
    $store = weighableStore();
    $market = (int) DB::table('markets')->where('store_id', $store->id)->value('id');
    $grounds = groundsOfEachType();
    // Up to three of them, in any order.
    $lists = array_map(static fn (Reason $ground): array => [$ground], $grounds);
    mt_srand(7);
    for ($i = 0; $i < 40; $i++) {
        $some = [];
        foreach (range(1, mt_rand(2, 3)) as $nth) {
            $some[] = $grounds[mt_rand(0, count($grounds) - 1)];
        }
        $lists[] = $some;
    }
    $rows = [];
    foreach ($lists as $nth => $list) {
        $rows[] = [
            'store_id' => $store->id,
            'market_id' => $market,
            'term' => "term $nth",
            'digest' => md5("term $nth", true),
            'forms' => 1,
            'results' => '',
            'clicks' => 0,
            'impressions' => 0,
            'position_milli' => 0,
            'origins' => 1,
            'run' => 1,
            'because' => implode('; ', array_map(static fn (Reason $ground): string => $ground->words(), $list)),
        ];
    }
    DB::table('match_terms')->insert($rows);
    $migration = require app_path('Match/Migrations/2026_11_30_000072_code_grounds_of_asking.php');
    foreach ([1, 2] as $twice) {
        $migration->up();
        $kept = DB::table('match_terms')->where('store_id', $store->id)->orderBy('id')->pluck('because')->all();
        expect($kept)->toBe(array_map(Reason::pack(...), $lists));
    }
});
