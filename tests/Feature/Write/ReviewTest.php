<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Changes\Review\Reviewer;
use App\Changes\Review\Reviewers;
use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use App\Write\Review\ClaimsWork;
use App\Write\Review\Reminders;
use App\Write\Review\ReviewMail;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Mail;
use Orchard\Core\Wording\TextField;

function reviewerFor(?int $user, ?string $guest, ?string $maker, ?int $kind = null, ?int $deputy = null): Reviewer
{
    return new Reviewer(0, $user, $guest, null, $deputy, $kind, $maker, null, null, 3, null);
}

/**
 * Three hundred ready drafts of three makers: 110 of A, 100 of B, 90 of C; a title and a description for each product.
 *
 * @return array{Store, array<string, list<int>>} drafts by maker
 */
function draftsOfMakers(): array
{
    $store = shopStore();
    $market = DB::table('markets')->where('store_id', $store->id)->value('id');
    $by = [];
    $drafts = app(Drafts::class);
    foreach (['A' => 55, 'B' => 50, 'C' => 45] as $maker => $count) {
        for ($n = 0; $n < $count; $n++) {
            $resource = DB::table('resources')->insertGetId([
                'store_id' => $store->id,
                'market_id' => $market,
                'external_id' => "$maker-$n",
                'kind' => 3,
                'name' => "Lamp $maker $n",
                'url' => "$store->base_url/lamp/$maker-$n",
                'version' => '1',
                'attributes' => json_encode(['maker' => $maker, 'material' => 'brass']),
                'synced_at' => now(),
                'gone' => 0,
            ]);
            foreach ([TextField::Title, TextField::Description] as $field) {
                DB::table('resource_texts')->insert([
                    'resource_id' => $resource,
                    'field' => $field->value,
                    'store_id' => $store->id,
                    'market_id' => $market,
                    'stored' => "Old $n",
                    'shown' => "Old $n",
                ]);
                $saved = $drafts->save(
                    $store,
                    new TextEdit($resource, $field, "Lamp number $n of maker $maker, $field->name", 0),
                    new Author(Origin::Hand, null),
                );
                $by[$maker][] = sure($saved->draft)->id;
            }
        }
    }
    $drafts->markReady($store, array_merge(...array_values($by)), true, null);

    return [$store, $by];
}

it('lets a guest approve a part by link, one after the other; the release holds exactly that', function (): void {
    [$store, $drafts] = draftsOfMakers();
    app(StoreOptions::class)->set($store, 'needs_approval', '1');
    $store->refresh();
    $owner = member($store, Role::Owner);
    $this->actingAs($owner);
    foreach (['A', 'B'] as $maker) {
        $this->post("/s/$store->slug/write/reviewers", [
            'who' => 'guest',
            'guest' => "Guest of $maker",
            'maker' => $maker,
            'days' => 3,
        ])->assertSessionHas('done');
    }
    [$a, $b] = Reviewers::of($store);
    $this->post("/s/$store->slug/write/reviewers/$a->id", ['do' => 'link'])->assertSessionHas('link');
    $link = (string) parse_url((string) session('link'), PHP_URL_PATH);
    expect(DB::table('text_reviewers')->where('id', $a->id)->value('token_hash'))->not->toContain(basename($link));
    auth()->logout();
    $page = $this->get($link)
        ->assertOk()
        ->assertSee('Guest of A')
        ->assertSee('>110</b>', false)
        ->assertDontSee('maker B');
    $at = 0;
    for ($n = 0; $n < 110; $n++) {
        $page = $this->get($link.($at > 0 ? "?at=$at" : ''))->assertOk();
        preg_match('~/(\d+)" class="review-act"~', (string) $page->getContent(), $draft);
        preg_match('~name="revision" value="(\d+)"~', (string) $page->getContent(), $revision);
        preg_match('~name="next" value="(\d+)"~', (string) $page->getContent(), $next);
        $this->post($link.'/'.($draft[1] ?? ''), [
            'do' => $n % 11 === 10 ? 'back' : 'approve',
            'revision' => $revision[1] ?? '',
            'next' => $next[1] ?? '',
            'words' => $n % 11 === 10 ? 'Not so long, please.' : '',
        ])->assertRedirect();
        $at = (int) ($next[1] ?? 0);
    }
    $this->get($link)->assertOk()->assertSee('Nothing waits for approval here');
    $states = DB::table('drafts')->whereIn('id', $drafts['A'])->pluck('state')->countBy()->all();
    expect($states)
        ->toEqualCanonicalizing(['ready' => 100, 'open' => 10])
        ->and(DB::table('drafts')->whereIn('id', $drafts['A'])->whereNotNull('approved_at')->count())
        ->toBe(100)
        ->and(DB::table('drafts')->where('store_id', $store->id)->whereNotNull('approved_at')->count())
        ->toBe(100)
        ->and(DB::table('text_comments')->where('store_id', $store->id)->where('guest', 'Guest of A')->count())
        ->toBe(10)
        ->and(DB::table('history')->where('store_id', $store->id)->where('note', 'Guest of A, by link')->count())
        ->toBe(100);
    // What is B's or in nobody's part is refused, by approving as by sending back or saying something.
    foreach (['approve', 'back', 'say'] as $do) {
        foreach (['B', 'C'] as $maker) {
            $this->post("$link/{$drafts[$maker][0]}", [
                'do' => $do,
                'revision' => 1,
                'words' => 'x',
            ])->assertForbidden();
        }
    }
    $this->post($link)->assertRedirect();
    expect(DB::table('drafts')->where('store_id', $store->id)->whereNotNull('approved_at')->count())->toBe(100);

    $made = app(Releases::class)->send($store, new ReleaseWish(), $owner->id);
    $sent = DB::table('release_items')->where('release_id', $made['release'])->get();
    $texts = 0;
    foreach ($sent as $item) {
        foreach (json_decode($item->fields, true) as $change) {
            $texts++;
            expect($change['target'])->toContain('maker A');
        }
    }
    expect($texts)->toBe(100);
    // An ended link opens nothing.
    Reviewers::endLink($store, $a->id);
    $this->get($link)->assertNotFound();
    $this->post($link.'/'.$drafts['A'][0], ['do' => 'approve', 'revision' => 1])->assertNotFound();
});

it('gives each approver a part; deputies and owners stand in, others are refused', function (): void {
    [$store, $drafts] = draftsOfMakers();
    [$ann, $bob, $deputy] = [
        member($store, Role::Approver),
        member($store, Role::Approver),
        member($store, Role::Approver),
    ];
    Reviewers::put($store, reviewerFor($ann->id, null, 'A', deputy: $deputy->id));
    Reviewers::put($store, reviewerFor($bob->id, null, null, kind: 3));
    $revision = static fn (int $draft): int => (int) DB::table('drafts')->where('id', $draft)->value('revision');
    $approve = fn ($who, int $draft, array $more = []) => $this->actingAs($who)->post(
        "/s/$store->slug/write/review/$draft",
        $more + ['do' => 'approve', 'revision' => $revision($draft)],
    );
    $approve($bob, $drafts['A'][0])->assertForbidden();
    $approve($ann, $drafts['B'][0])->assertForbidden();
    $approve($ann, $drafts['A'][0])->assertRedirect()->assertSessionHas('done', 'Approved.');
    $approve($deputy, $drafts['A'][1])->assertSessionHas('done', 'Approved.');
    // All products but A's are Bob's: of what is in an earlier part he has none.
    $approve($bob, $drafts['C'][0])->assertSessionHas('done', 'Approved.');
    $approve(member($store, Role::Owner), $drafts['B'][1])->assertSessionHas('done', 'Approved.');
    $approve(member($store, Role::Writer), $drafts['B'][2])->assertForbidden();
    $approve(member($store, Role::Viewer), $drafts['B'][2])->assertForbidden();
    $approve(member(shopStore(), Role::Owner), $drafts['B'][2])->assertNotFound();
    // The release screen obeys the same parts.
    $this->actingAs($bob)->post("/s/$store->slug/release/review/texts", [
        'do' => 'approve',
        'drafts' => [$drafts['A'][2], $drafts['B'][3]],
    ]);
    expect(DB::table('drafts')->where('id', $drafts['A'][2])->value('approved_at'))
        ->toBeNull()
        ->and(DB::table('drafts')->where('id', $drafts['B'][3])->value('approved_at'))
        ->not->toBeNull();
    $counts = array_map(static fn (array $one): int => $one['waiting'], Reviewers::waiting($store));
    expect($counts)->toBe([108, 190 - 3]);
    // Who waits too long is told.
    DB::table('drafts')
        ->where('id', $drafts['A'][5])
        ->update(['ready_at' => now()->subDays(4)]);
    expect(Reviewers::waiting($store)[0]['due'])->toBe(1);
});

it('reminds those who approve once a day, and deputies where it lies too long', function (): void {
    [$store, $drafts] = draftsOfMakers();
    [$ann, $deputy] = [member($store, Role::Approver), member($store, Role::Approver)];
    config(['mail.mailers.smtp.host' => 'mail.example']);
    Reviewers::put($store, reviewerFor($ann->id, null, 'A', deputy: $deputy->id));
    Mail::fake();
    $reminders = app(Reminders::class);
    $reminders->send($store);
    Mail::assertNothingQueued();
    // The day before its time is up.
    DB::table('drafts')
        ->where('id', $drafts['A'][5])
        ->update(['ready_at' => now()->subDays(2)->subHour()]);
    $reminders->send($store);
    $reminders->send($store);
    Mail::assertQueuedCount(1);
    Mail::assertQueued(ReviewMail::class, static fn (ReviewMail $mail): bool => $mail->hasTo($ann->email));
    DB::table('text_reviewers')
        ->where('store_id', $store->id)
        ->update(['reminded_at' => now()->subDay()]);
    DB::table('drafts')
        ->where('id', $drafts['A'][5])
        ->update(['ready_at' => now()->subDays(4)]);
    $reminders->send($store);
    Mail::assertQueuedCount(3);
    Mail::assertQueued(ReviewMail::class, static fn (ReviewMail $mail): bool => $mail->hasTo($deputy->email));
    $this->actingAs($ann)
        ->get("/s/$store->slug")
        ->assertOk()
        ->assertSee('110 wait for approval, 1 too long');
    DB::table('text_reviewers')
        ->where('store_id', $store->id)
        ->update(['reminded_at' => null, 'away_until' => now()->addWeek()->format('Y-m-d')]);
    $reminders->send($store);
    Mail::assertQueuedCount(4);
    $mail = new ReviewMail('Tindrel', 110, 1, null);
    expect($mail->render())->toContain('110 texts wait')->toContain('1 of them longer')->toContain('ask the store');
});

it('approves what was seen, and not what came after', function (): void {
    [$store, $drafts] = draftsOfMakers();
    $approver = member($store, Role::Approver);
    $id = $drafts['A'][0];
    $draft = DB::table('drafts')->where('id', $id)->first();
    app(Drafts::class)->save(
        $store,
        new TextEdit((int) $draft?->resource_id, TextField::Title, 'Changed under their eyes', (int) $draft?->revision),
        new Author(Origin::Hand, null),
    );
    app(Drafts::class)->markReady($store, [$id], true, null);
    $this->actingAs($approver)
        ->post("/s/$store->slug/write/review/$id", ['do' => 'approve', 'revision' => $draft?->revision])
        ->assertSessionHasErrors('text');
    expect(DB::table('drafts')->where('id', $id)->value('approved_at'))->toBeNull();
    // Twice is once: the second is told that it was decided meanwhile.
    $now = (int) DB::table('drafts')->where('id', $id)->value('revision');
    $this->post("/s/$store->slug/write/review/$id", ['do' => 'approve', 'revision' => $now])->assertSessionHas('done');
    $this->post("/s/$store->slug/write/review/$id", ['do' => 'approve', 'revision' => $now])->assertSessionHasErrors(
        'text',
    );
    expect(DB::table('history')->where('resource_id', $draft?->resource_id)->where('event', 'approved')->count())->toBe(
        1,
    );
    $this->post("/s/$store->slug/write/review/{$drafts['A'][1]}", [
        'do' => 'say',
        'revision' => 0,
        'words' => '<b>Hm</b>',
    ])->assertSessionHas('done', 'Said.');
    $this->get("/s/$store->slug/write/review?at={$drafts['A'][1]}")
        ->assertOk()
        ->assertSee('&lt;b&gt;Hm', false);
});

it('approves together what nothing speaks against, and leaves the rest to the eye', function (): void {
    [$store, $drafts] = draftsOfMakers();
    $ids = array_slice($drafts['A'], 0, 20, true);
    // Titles say "brass" where the facts do; half of them say oak.
    foreach ($ids as $nth => $id) {
        $draft = DB::table('drafts')->where('id', $id)->first();
        $material = $nth % 4 < 2 ? 'brass' : 'oak';
        app(Drafts::class)->save(
            $store,
            new TextEdit(
                (int) $draft?->resource_id,
                TextField::from((int) $draft?->field),
                'Lamp '.
                    chr(97 + $nth).
                    " by A made of $material".
                    ((int) $draft?->field === 2
                        ? ', with all that there is to say of it in one line that is long enough to be one'
                        : ' for every table'),
                (int) $draft?->revision,
            ),
            new Author(Origin::Hand, null),
        );
    }
    DB::table('drafts')->where('store_id', $store->id)->whereNotIn('id', $ids)->delete();
    app(Drafts::class)->markReady($store, array_values($ids), true, null);
    $work = DB::table('work')
        ->where('store_id', $store->id)
        ->where('sort', ClaimsWork::sort())
        ->orderByDesc('id')
        ->value('id');
    app(WorkDesk::class)->workToEnd((int) $work);
    // Other checks than claims are let be here.
    DB::table('write_rows')
        ->where('store_id', $store->id)
        ->update(['title_checks' => 0, 'description_checks' => 0]);
    $faulty = (int) DB::table('drafts')->where('id', $ids[0])->value('resource_id');
    DB::table('write_rows')
        ->where('resource_id', $faulty)
        ->update(['title_checks' => 4]);
    $this->actingAs(member($store, Role::Approver))
        ->get("/s/$store->slug/write/review")
        ->assertOk()
        ->assertSee('Approve the 9');
    $this->post("/s/$store->slug/write/review")->assertSessionHas('done', '9 texts are approved.');
    $left = DB::table('drafts')
        ->where('store_id', $store->id)
        ->whereNull('approved_at')
        ->orderBy('id')
        ->pluck('value')
        ->all();
    expect($left)
        ->toHaveCount(11)
        ->and(array_filter($left, static fn (string $text): bool => str_contains($text, 'oak')))
        ->toHaveCount(10);
    // A text that changes is judged anew before it can be approved together.
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/$store->slug/write/review")
        ->assertForbidden();
});
