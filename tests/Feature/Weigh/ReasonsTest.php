<?php

declare(strict_types=1);

use App\Access\Role;
use App\Inventory\WhyNot;
use App\Weigh\Scoring\Reason;
use App\Weigh\Scoring\ReasonType;
use Illuminate\Support\Facades\DB;
use Orchard\Core\StructuredData\LifeState;

it('puts a stored reason in words', function (string $code, string $words): void {
    expect(Reason::wordsOf($code))->toBe($words);
})->with([
    ['click-rate:12', 'CTR 12% below average for its positions'],
    ['near:1:4:4', '1 query at position 4'],
    ['near:3:4:9', '3 queries at positions 4 to 9'],
    ['near:2:6:6', '2 queries at positions 6 to 6'],
    ['not-listed:'.WhyNot::Noindex->value, 'not listed: noindex'],
    ['nothing-to-sell:'.LifeState::Replaced->value, 'nothing to sell: replaced'],
    ['kept-out', 'kept out of search on purpose'],
    // Numbers of a later release.
    ['not-listed:99', 'not listed: reason not known'],
    ['nothing-to-sell:99', 'nothing to sell: not known'],
]);

it('says nothing where a reason is not known', function (?string $code): void {
    expect(Reason::wordsOf($code))->toBeNull();
})->with([null, '', 'from-a-later-release:3', 'CTR 12% below average for its positions']);

it('keeps the reasons of an earlier release, whose words stood in the table', function (): void {
    $store = weighableStore();
    weigh($store);
    $page = (int) DB::table('weigh_scores')->where('store_id', $store->id)->value('page_id');
    $migration = require app_path('Weigh/Migrations/2026_11_30_000070_code_reasons.php');
    $reasons = [
        ...array_map(
            static fn (ReasonType $type): Reason => new Reason($type),
            array_filter(
                ReasonType::cases(),
                static fn (ReasonType $type): bool => ! in_array(
                    $type,
                    [ReasonType::NotListed, ReasonType::NothingToSell, ReasonType::ClickRate, ReasonType::Near],
                    true,
                ),
            ),
        ),
        new Reason(ReasonType::ClickRate, [7]),
        new Reason(ReasonType::ClickRate, [100]),
        new Reason(ReasonType::Near, [1, 11, 11]),
        new Reason(ReasonType::Near, [14, 4, 20]),
        ...array_map(static fn (LifeState $life): Reason => new Reason(ReasonType::NothingToSell, [$life->value]), [
            LifeState::OutOfStock,
            LifeState::Resting,
            LifeState::Discontinued,
            LifeState::Replaced,
        ]),
        ...array_map(
            static fn (WhyNot $why): Reason => new Reason(ReasonType::NotListed, [$why->value]),
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
        $migration->up();
        $kept = DB::table('weigh_scores')->where('page_id', $page)->value('reason');
        expect($kept)->toBe($reason->code())->and(Reason::wordsOf($kept))->toBe($reason->words());
        // What is a code already stays one.
        $migration->up();
        expect(DB::table('weigh_scores')->where('page_id', $page)->value('reason'))->toBe($kept);
    }
});

it('shows reasons in words wherever they stand', function (): void {
    $store = weighableStore();
    weigh($store);
    $page = DB::table('weigh_scores')->where('store_id', $store->id)->orderByDesc('upside')->first();
    DB::table('weigh_scores')
        ->where('page_id', $page->page_id)
        ->update(['reason' => 'near:3:4:9']);
    $this->actingAs(member($store, Role::Owner));
    foreach (['weigh', 'weigh/ahead'] as $screen) {
        $this->get("/s/{$store->slug}/$screen")
            ->assertOk()
            ->assertSee('3 queries at positions 4 to 9')
            ->assertDontSee('near:3');
    }
});
