<?php

declare(strict_types=1);

use App\Access\Role;
use App\Inventory\WhyNot;
use App\Weigh\Scoring\MainReason;
use App\Weigh\Scoring\UpsideReason;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\StructuredData\LifeState;

it('puts a stored reason in words', function (string $kept, string $words): void {
    expect(MainReason::wordsOf($kept))->toBe($words);
})->with([
    ['[["click-rate",12]]', 'CTR 12% below average for its positions'],
    ['[["near",1,4,4]]', '1 query at position 4'],
    ['[["near",3,4,9]]', '3 queries at positions 4 to 9'],
    ['[["near",2,6,6]]', '2 queries at positions 6 to 6'],
    ['[["not-listed",'.WhyNot::Noindex->value.']]', 'not listed: noindex'],
    ['[["nothing-to-sell",'.LifeState::Replaced->value.']]', 'nothing to sell: replaced'],
    ['[["kept-out"]]', 'kept out of search on purpose'],
    // Numbers of a later release.
    ['[["not-listed",99]]', 'not listed: reason not known'],
    ['[["nothing-to-sell",99]]', 'nothing to sell: not known'],
]);

it('says nothing where a reason is not known', function (?string $code): void {
    expect(MainReason::wordsOf($code))->toBeNull();
})->with([null, '', '[["from-a-later-release",3]]', 'near:3:4:9', 'CTR 12% below average for its positions']);

it('keeps the reasons of an earlier release, whose words stood in the table', function (): void {
    $store = weighableStore();
    weigh($store);
    $page = (int) DB::table('weigh_scores')->where('store_id', $store->id)->value('page_id');
    $migrations = [
        require app_path('Weigh/Migrations/2026_11_30_000070_code_reasons.php'),
        require app_path('Weigh/Migrations/2026_12_01_000074_pack_reasons_of_weigh.php'),
    ];
    $migrate = static fn () => array_map(static fn ($migration) => $migration->up(), $migrations);
    $reasons = [
        ...array_map(
            static fn (UpsideReason $type): Reason => new Reason($type),
            array_filter(
                UpsideReason::cases(),
                static fn (UpsideReason $type): bool => ! in_array(
                    $type,
                    [UpsideReason::NotListed, UpsideReason::NothingToSell, UpsideReason::ClickRate, UpsideReason::Near],
                    true,
                ),
            ),
        ),
        new Reason(UpsideReason::ClickRate, [7]),
        new Reason(UpsideReason::ClickRate, [100]),
        new Reason(UpsideReason::Near, [1, 11, 11]),
        new Reason(UpsideReason::Near, [14, 4, 20]),
        ...array_map(static fn (LifeState $life): Reason => new Reason(UpsideReason::NothingToSell, [$life->value]), [
            LifeState::OutOfStock,
            LifeState::Resting,
            LifeState::Discontinued,
            LifeState::Replaced,
        ]),
        ...array_map(
            static fn (WhyNot $why): Reason => new Reason(UpsideReason::NotListed, [$why->value]),
            array_filter(
                WhyNot::cases(),
                static fn (WhyNot $why): bool => ! in_array(
                    $why,
                    [WhyNot::Indexable, WhyNot::NotFetched, WhyNot::CanonicalElsewhere],
                    true,
                ),
            ),
        ),
    ];
    foreach ($reasons as $reason) {
        DB::table('weigh_scores')
            ->where('page_id', $page)
            ->update(['reason' => $reason->words()]);
        $migrate();
        $kept = DB::table('weigh_scores')->where('page_id', $page)->value('reason');
        expect($kept)->toBe(Reason::pack([$reason]))->and(MainReason::wordsOf($kept))->toBe($reason->words());
        // What is packed already stays so.
        $migrate();
        expect(DB::table('weigh_scores')->where('page_id', $page)->value('reason'))->toBe($kept);
    }
});

it('shows reasons in words wherever they stand', function (): void {
    $store = weighableStore();
    weigh($store);
    $page = DB::table('weigh_scores')->where('store_id', $store->id)->orderByDesc('upside')->first();
    DB::table('weigh_scores')
        ->where('page_id', $page?->page_id)
        ->update(['reason' => '[["near",3,4,9]]']);
    $this->actingAs(member($store, Role::Owner));
    foreach (['weigh', 'weigh/ahead'] as $screen) {
        $this->get("/s/{$store->slug}/$screen")
            ->assertOk()
            ->assertSee('3 queries at positions 4 to 9')
            ->assertDontSee('[["near', false);
    }
});
