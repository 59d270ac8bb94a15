<?php

declare(strict_types=1);

use App\Changes\AddressField;
use App\Changes\Events\AddressSet;
use App\Untangle\Deciding\ActionReason;
use App\Untangle\Finding\LostReason;
use App\Untangle\Finding\ReasonWords;
use App\Untangle\Telling\Told;
use App\Untangle\Telling\ToldReason;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\KeeperReason;
use Orchard\Core\Duplicates\PairReason;
use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Reasons\ReasonType;
use Orchard\Core\Redirects\RedirectFault;
use Tests\Web\Site;

/** @return list<Reason> of each type, with what it may name */
function reasonsOf(string $types): array
{
    $all = [];
    foreach ($types::cases() as $type) {
        assert($type instanceof ReasonType);
        $names = match ($type) {
            ActionReason::Declares => array_map(
                static fn (CanonicalVerdict $verdict): array => [$verdict->key()],
                CanonicalVerdict::cases(),
            ),
            ActionReason::SearchedFor => [['“lamp”, 20 searches a month', 0, 1234], ['oak lamp', 1200, 50]],
            ActionReason::Searched => [['lamp, oak', 12_345]],
            KeeperReason::Declared, KeeperReason::Redirects => [[1], [12]],
            KeeperReason::Links, KeeperReason::Clicks, KeeperReason::Backlinks => [[1], [12_345]],
            KeeperReason::StaysBefore, LostReason::OldText, LostReason::Name => [[1]],
            PairReason::Languages => [['de', 'fr']],
            PairReason::SomeProducts => [[3, 12]],
            PairReason::OtherProducts, PairReason::NearText, PairReason::NameAndText, PairReason::Unlike => [[7]],
            PairReason::Number, PairReason::NumberAlone => [['1,234'], ['007'], ['A 7 on both; x']],
            PairReason::Numbers, PairReason::NumbersOfOneText => [['A-1', 'B and C']],
            PairReason::TwoProducts, PairReason::ToldApart => [['red', 'dark blue'], ['', 'e14'], ['e27', '']],
            PairReason::Silent => [['ref', 'tracks'], ['o[]', 'reorders', 'a b', 'nothing']],
            PairReason::Keeper => [
                [Reason::pack([new Reason(KeeperReason::StaysBefore, [1]), new Reason(KeeperReason::Clicks, [1234])])],
            ],
            default => [[]],
        };
        foreach ($names as $of) {
            $type === PairReason::Differ || ($all[] = new Reason($type, $of));
        }
    }

    return $all;
}

/**
 * @param  list<array<string, mixed>>  $rows
 * @return array<array-key, mixed>
 */
function recodedReasons(string $table, string $column, array $rows): array
{
    DB::table($table)->delete();
    DB::table($table)->insert($rows);
    $migration = require app_path('Untangle/Migrations/2026_12_01_000073_code_reasons_of_untangle.php');
    $migration->up();
    $once = DB::table($table)->pluck($column)->all();
    $migration->up();
    expect(DB::table($table)->pluck($column)->all())->toBe($once);

    return $once;
}

it('keeps what an earlier release wrote in words of what is to be done, and of how pages stand', function (): void {
    $store = weighableStore();
    $pairs = [
        ...array_map(static fn (Reason $reason): array => [$reason], reasonsOf(PairReason::class)),
        [new Reason(PairReason::Number, ['A-7']), new Reason(PairReason::Differ, ['red', 'blue'])],
        [new Reason(PairReason::NameAtPath), new Reason(PairReason::Differ, ['', 'blue'])],
    ];
    $actions = reasonsOf(ActionReason::class);
    $rows = [];
    for ($i = 0; $i < max(count($pairs), count($actions)); $i++) {
        $rows[] = [
            'store_id' => $store->id,
            'page_id' => $i + 1,
            'verdict' => 'odd',
            'action' => 'leave',
            'clicks' => 0,
            'impressions' => 0,
            'reason' => Reason::say($pairs[$i] ?? []),
            'why' => isset($actions[$i]) ? $actions[$i]->words() : '',
        ];
    }
    $words = static fn (string $column): array => array_column($rows, $column);
    expect(array_map(ReasonWords::ofPair(...), recodedReasons('untangle_pages', 'reason', $rows)))->toBe(
        $words('reason'),
    );
    expect(
        array_map(ReasonWords::ofAction(...), DB::table('untangle_pages')->orderBy('page_id')->pluck('why')->all()),
    )->toBe($words('why'));
    // What is decided by it is known again.
    $stands = array_search((new Reason(ActionReason::Stands))->words(), $words('why'), true);
    expect(
        ActionReason::Stands->isOf(
            (string) DB::table('untangle_pages')
                ->where('page_id', $stands + 1)
                ->value('why'),
        ),
    )
        ->toBeTrue()
        ->and(
            ActionReason::HasDemand->isOf(
                (string) DB::table('untangle_pages')
                    ->where('page_id', $stands + 1)
                    ->value('why'),
            ),
        )
        ->toBeFalse();
});

it('keeps what an earlier release wrote in words of pairs, keepers and addresses that are gone', function (): void {
    $store = weighableStore();
    $said = array_map(static fn (Reason $reason): string => $reason->words(), reasonsOf(PairReason::class));
    $pairs = [];
    foreach ($said as $nth => $words) {
        $pairs[] = ['store_id' => $store->id, 'a' => 1 + intdiv($nth, 3), 'b' => 10 + $nth, 'reason' => $words];
    }
    expect(array_map(ReasonWords::ofPair(...), recodedReasons('untangle_pairs', 'reason', $pairs)))->toBe($said);
    $keepers = reasonsOf(KeeperReason::class);
    $tangles = [];
    for ($i = 0; $i < 40; $i++) {
        $some =
            $i < count($keepers) ? [$keepers[$i]] : array_slice([...$keepers, ...$keepers], $i - count($keepers), 4);
        $tangles[] = [
            'store_id' => $store->id,
            'tangle_id' => $i + 1,
            'keeper_page' => 1,
            'pages' => 2,
            'clicks' => 0,
            'impressions' => 0,
            'points' => '{}',
            'reasons' => Reason::say($some),
        ];
    }
    expect(array_map(ReasonWords::ofKeeper(...), recodedReasons('untangle_tangles', 'reasons', $tangles)))->toBe(
        array_column($tangles, 'reasons'),
    );
    $lost = [];
    foreach (reasonsOf(LostReason::class) as $nth => $reason) {
        $lost[] = [
            'store_id' => $store->id,
            'page_id' => $nth + 1,
            'status' => 404,
            'clicks' => 0,
            'backlinks' => 0,
            'links_in' => 0,
            'plan' => 'ask',
            'why' => $reason->words(),
        ];
    }
    expect(array_map(ReasonWords::ofLost(...), recodedReasons('untangle_lost', 'why', $lost)))->toBe(
        array_column($lost, 'why'),
    );
});

it('keeps of what search engines were told why, and knows by it what is overtaken', function (): void {
    $store = weighableStore();
    $market = (int) DB::table('markets')->where('store_id', $store->id)->value('id');
    $page = DB::table('pages')->insertGetId([
        'store_id' => $store->id,
        'market_id' => $market,
        'digest' => md5('told', true),
        'url' => 'https://shop.example/told',
    ]);
    $told = [];
    foreach (ToldReason::cases() as $nth => $reason) {
        $told[] = [
            'store_id' => $store->id,
            'page_id' => $page + $nth,
            'purpose' => $reason->purpose(),
            'why' => $reason->words(),
            'created_at' => now(),
        ];
    }
    expect(recodedReasons('untangle_told', 'why', $told))->toBe(array_column(ToldReason::cases(), 'value'));
    DB::table('untangle_told')->delete();
    $why = static fn (): array => DB::table('untangle_told')
        ->where('page_id', $page)
        ->orderBy('id')
        ->pluck('purpose', 'why')
        ->all();
    $set = static fn (AddressField $field, string $value) => (new Told())->handle(
        new AddressSet($store->id, $page, $field, $value),
    );
    $set(AddressField::Robots, 'noindex');
    expect($why())->toBe(['kept-out' => 'remove']);
    $set(AddressField::Redirect, 'https://shop.example/new');
    expect($why())->toBe(['kept-out' => 'remove', 'redirects' => 'crawl']);
    $set(AddressField::Robots, 'index');
    expect($why())->toBe(['listed' => 'crawl']);
});

it('keeps what an earlier release wrote in words of redirects that are not sent', function (): void {
    $store = (new Site())->store();
    $faults = [
        new Reason(RedirectFault::AnotherLine, ['https://shop.example/b, “c”']),
        new Reason(RedirectFault::AnotherLine, ['']),
        new Reason(RedirectFault::GoesRound, ['/a', '/b', '/a']),
        new Reason(RedirectFault::LivePage, [1_234_567]),
    ];
    foreach ([...$faults, null] as $nth => $fault) {
        DB::table('untangle_redirects')->insert([
            'store_id' => $store->id,
            'digest' => md5("$nth", true),
            'from_url' => "$store->base_url/$nth",
            'to_url' => 'gone',
            'status' => 410,
            'origin' => 'list',
            'fault' => $fault?->words(),
            'created_at' => now(),
        ]);
    }
    $migration = require app_path('Untangle/Migrations/2026_12_01_000075_code_faults_of_redirects.php');
    foreach ([1, 2] as $time) {
        $migration->up();
        $kept = DB::table('untangle_redirects')->where('store_id', $store->id)->orderBy('id')->pluck('fault')->all();
        expect($kept)->toBe([...array_map(static fn (Reason $one): string => Reason::pack([$one]), $faults), null]);
    }
    expect(array_map(ReasonWords::ofRedirect(...), array_slice($kept, 0, 4)))->toBe(
        array_map(static fn (Reason $one): string => $one->words(), $faults),
    );
});
