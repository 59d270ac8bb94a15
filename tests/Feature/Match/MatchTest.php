<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Files\FileSort;
use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Match\Pairing\Solving;
use App\Match\Pairing\SuggestWork;
use App\Match\Terms\MatchExport;
use App\Platform\Work\WorkDesk;
use App\Stores\AddStore;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Terms\GroundType;
use Tests\Shops\TermWorld;
use Tests\Web\ApiClient;
use Tests\Web\Site;

/** A small garden shop, matched. */
function matchedStore(int $seed = 7): Store
{
    $store = gardenStore(new TermWorld($seed, products: 24));
    matchUp($store);

    return $store;
}

function termCalled(Store $store, string $term): stdClass
{
    return DB::table('match_terms')->where('store_id', $store->id)->where('term', $term)->first() ??
        throw new LogicException("No term $term.");
}

/** @return array<int, string> lead terms by page */
function leadsOf(Store $store): array
{
    return DB::table('page_terms')
        ->where('store_id', $store->id)
        ->where('place', 0)
        ->orderBy('page_id')
        ->pluck('term', 'page_id')
        ->all();
}

it('gives each page one lead term and each term one page, and keeps what people named', function (): void {
    $store = matchedStore();
    $leads = leadsOf($store);
    expect(count($leads))->toBeGreaterThan(40)->and(array_unique($leads))->toHaveCount(count($leads));
    $supporting = DB::table('page_terms')->where('store_id', $store->id)->where('place', '>', 0)->pluck('term')->all();
    expect($supporting)
        ->not->toBe([])
        ->and(array_intersect($supporting, $leads))
        ->toBe([])
        ->and(array_unique($supporting))
        ->toHaveCount(count($supporting))
        ->and(DB::table('page_terms')->where('store_id', $store->id)->max('place'))
        ->toBeLessThanOrEqual(PageTerms::MOST);
    // Somebody gives the best term of one page to another: it stays there, and the first gets what is best of the rest.
    [$one, $two] = array_keys(array_slice($leads, 0, 2, preserve_keys: true));
    PageTerms::lead($store, [$one => ''], TermOrigin::Hand, null);
    PageTerms::lead($store, [$two => $leads[$one]], TermOrigin::Hand, null);
    matchUp($store);
    $after = leadsOf($store);
    expect($after[$two])
        ->toBe($leads[$one])
        ->and($after[$one] ?? '')
        ->not->toBe($leads[$one])
        ->and(array_unique($after))
        ->toHaveCount(count($after))
        ->and((int) termCalled($store, $leads[$one])->locked)
        ->toBe(1)
        ->and((int) termCalled($store, $leads[$one])->lead_page)
        ->toBe($two);
    // Where there are too many pairs each page's best are looked at alone; sixty are all of these.
    $told = (new Solving($store, Markets::of($store)->first(), many: 0))->solve();
    expect($told['moved'])->toBe([])->and(leadsOf($store))->toBe($after);
    // The same again changes nothing, and leaves nothing of earlier runs.
    matchUp($store);
    expect(leadsOf($store))
        ->toBe($after)
        ->and(DB::table('match_pairs')->where('store_id', $store->id)->distinct()->count('run'))
        ->toBe(1)
        ->and(DB::table('match_forms')->where('store_id', $store->id)->distinct()->count('run'))
        ->toBe(1);
});

it(
    'puts variants under the form that is searched most, and counts once what a source counts together',
    function (): void {
        $store = app(AddStore::class)->add('Words', 'https://words.example', 'words-'.Str::lower(Str::random(8)));
        bringIn(
            $store,
            "url,kind,title\n/all/floor-lamps,collection,Floor Lamps\n/all/lampshades,collection,Lampshades\n",
            FileSort::Pages,
        );
        bringIn(
            $store,
            "keyword,volume,difficulty,first results\nfloor lamp,9000,40,\"collection, collection, article\"\nfloor lamps,9000,40,\nlamp floor,90,20,\nlamp shade,500,10,\nshade lamp,20,10,\n",
            FileSort::Keywords,
        );
        bringIn($store, "keyword,url,position\nFloor-Lamps,https://rival.example/x,3\n", FileSort::Rivals);
        matchUp($store);
        $lamp = termCalled($store, 'floor lamp');
        expect((int) $lamp->volume)
            ->toBe(9000)
            ->and((int) $lamp->forms)
            ->toBe(3)
            ->and((int) $lamp->origins)
            ->toBe(5)
            ->and((float) $lamp->difficulty)
            ->toBe(40.0)
            ->and((int) termCalled($store, 'lamp floor')->volume)
            ->toBe(90)
            ->and((int) termCalled($store, 'lamp shade')->id)
            ->not->toBe((int) termCalled($store, 'shade lamp')->id)
            ->and(leadsOf($store))
            ->toEqualCanonicalizing(['floor lamp', 'lamp shade']);
    },
);

it('puts terms together that share result pages, our own or rivals’, and no others', function (): void {
    $store = app(AddStore::class)->add('Shared', 'https://shared.example', 'shared-'.Str::lower(Str::random(10)));
    $volumes = ['sofa' => 9000, 'couch' => 4000, 'settee' => 900, 'armchair' => 2000, 'rug' => 800, 'chaise' => 700];
    $words = "keyword,volume,difficulty\n";
    foreach ($volumes as $word => $volume) {
        $words .= "$word,$volume,30\n";
    }
    bringIn($store, $words, FileSort::Keywords);
    // Two pages of rivals hold sofa and couch; one alone holds sofa and armchair, and all terms meet on one home page.
    $seen = '';
    foreach (array_keys($volumes) as $word) {
        $seen .= "$word,https://rival.example/,8\n";
    }
    $seen .=
        "sofa,https://one.example/sofas,2\ncouch,https://one.example/sofas,3\nsofa,https://two.example/s,4\n".
        "couch,https://two.example/s,5\narmchair,https://one.example/sofas,9\n".
        "futon frame,https://one.example/collections/x/products/futon,4\nfuton frame,https://two.example/p/futon,2\n".
        "futon frame,https://three.example/f,1\n";
    bringIn($store, "keyword,url,position\n$seen", FileSort::Rivals);
    bringIn($store, "url,kind,title\n/sofas,collection,Sofas\n/rugs,collection,Rugs\n", FileSort::Pages);
    // Our own page is seen for settee and sofa, most of all others; rugs for themselves.
    $rows = "date,page,query,clicks,impressions,position\n";
    foreach (daysBack(84) as $day) {
        $rows .= "$day,https://shared.example/sofas,settee,1,20,5\n$day,https://shared.example/sofas,sofa,1,90,7\n";
        $rows .= "$day,https://shared.example/rugs,rug,1,30,6\n";
    }
    bringIn($store, $rows);
    weigh($store);
    matchUp($store);
    $heads = DB::table('match_terms as t')
        ->join('match_terms as h', 'h.id', '=', 't.head_id')
        ->where('t.store_id', $store->id)
        ->selectRaw('t.term AS own, h.term AS head')
        ->pluck('head', 'own')
        ->all();
    expect($heads)->toEqual([
        'sofa' => 'sofa',
        'couch' => 'sofa',
        'settee' => 'sofa',
        'armchair' => 'armchair',
        'rug' => 'rug',
        'chaise' => 'chaise',
        'futon frame' => 'futon frame',
    ]);
    $this->actingAs(member($store, Role::Viewer));
    $this->get("/s/$store->slug/match/groups")
        ->assertOk()
        ->assertSee('>sofa</a>', false)
        ->assertDontSee('>rug</a>', false);
    // What only rivals are seen for, with the kind of page that is: as its path tells, and not guessed where it does
    // not.
    $this->get("/s/$store->slug/match/reach")
        ->assertOk()
        ->assertDontSee('futon');
    $this->get("/s/$store->slug/match/reach?from=rivals")
        ->assertOk()
        ->assertSee('futon frame')
        ->assertSee('a page of three.example, 1');
    expect((string) termCalled($store, 'futon frame')->results)->toBe('product 2');
    // Somebody takes one out: it is out, and stays out.
    $this->actingAs(member($store, Role::Writer));
    $couch = (int) termCalled($store, 'couch')->id;
    $this->post("/s/$store->slug/match/terms", ['terms' => [$couch], 'do' => 'say', 'group' => 'couch']);
    matchUp($store);
    expect((int) termCalled($store, 'couch')->head_id)->toBe((int) termCalled($store, 'couch')->id);
    // Of many at once: what is left empty says nothing.
    $many = [(int) termCalled($store, 'sofa')->id, (int) termCalled($store, 'rug')->id];
    $say = fn (array $what) => $this->post("/s/$store->slug/match/terms", ['terms' => $many, 'do' => 'say'] + $what);
    $say(['tags' => 'autumn, home', 'group' => '', 'asked' => ''])->assertSessionHas('done');
    $say(['tags' => '', 'group' => 'rug', 'asked' => 'article'])->assertSessionHas('done');
    $said = DB::table('match_said')
        ->where('store_id', $store->id)
        ->whereIn('term', ['sofa', 'rug'])
        ->get();
    expect($said->pluck('tags')->unique()->all())
        ->toBe(['autumn, home'])
        ->and($said->pluck('head')->unique()->all())
        ->toBe(['rug'])
        ->and((int) termCalled($store, 'sofa')->head_id)
        ->toBe((int) termCalled($store, 'rug')->id);
});

it('reaches its end without a page, a term or a market that anything is known of', function (): void {
    $store = (new Site())->store();
    matchUp($store);
    expect(DB::table('match_states')->where('store_id', $store->id)->value('terms'))
        ->toBe(0)
        ->and(leadsOf($store))
        ->toBe([]);
    $this->actingAs(member($store, Role::Viewer));
    foreach (
        ['', '/groups', '/rivals', '/open', '/reach', '/pages', '/export.csv', '/export.csv?what=terms'] as $path
    ) {
        $this->get("/s/$store->slug/match$path")->assertOk();
    }
    $this->get("/s/$store->slug/match/terms/999999999")->assertNotFound();
    $this->get(
        "/s/$store->slug/match?market=99&view=zeppelin&words=%22%2B-*%28&after=x&size=7&asked=nobody&group=-3",
    )->assertOk();
});

it('takes odd terms: long, of another script, an operator, the store’s own name', function (): void {
    $store = app(AddStore::class)->add('Odd', 'https://odd.example', 'odd-'.Str::lower(Str::random(8)));
    $long = str_repeat('lamp ', 60);
    bringIn($store, "url,kind,title\n/,home,Odd\n/all/lamps,collection,Lamps\n", FileSort::Pages);
    bringIn(
        $store,
        "keyword,volume\n$long,10\nフロアランプ,20\nمصباح أرضي,30\n💡 lamp,40\n\"\"\"exact lamp\"\"\",50\nsite:odd.example,60\nodd,70\n=1+1,80\nlamps,900\n",
        FileSort::Keywords,
    );
    matchUp($store);
    expect(DB::table('match_terms')->where('store_id', $store->id)->pluck('term')->all())
        ->toContain('フロアランプ', 'مصباح أرضي', '💡 lamp', 'exact lamp', 'odd', '1+1', 'lamps')
        ->and((int) termCalled($store, 'odd')->asked)
        ->toBe(4)
        ->and(array_values(leadsOf($store)))
        ->toContain('lamps', 'odd');
    $this->actingAs(member($store, Role::Viewer));
    $this->get("/s/$store->slug/match?words=ランプ")->assertOk();
    $this->get("/s/$store->slug/match")
        ->assertOk()
        ->assertSee('مصباح أرضي');
    // A cell that a spreadsheet would run comes out as text.
    $csv = $this->get("/s/$store->slug/match/export.csv?what=terms")->streamedContent();
    expect($csv)->toContain('1+1')->and($csv)->not->toContain("\n=1");
});

it('does what people decide, tells what else moved, and takes it back after a reload, too', function (): void {
    $store = matchedStore();
    $writer = member($store, Role::Writer);
    $this->actingAs($writer);
    $leads = leadsOf($store);
    $term = DB::table('match_terms')
        ->where('store_id', $store->id)
        ->whereNotNull('lead_page')
        ->orderByDesc('worth')
        ->first();
    $other = (int) DB::table('match_pairs')
        ->where('term_id', $term?->id)
        ->where('page_id', '<>', $term?->lead_page)
        ->orderByDesc('worth')
        ->value('page_id');
    $act = fn (array $what) => $this->from("/s/$store->slug/match")->post("/s/$store->slug/match/terms", $what);
    $act(['terms' => [$term?->id], 'do' => 'give', 'page' => $other])->assertSessionHas('done');
    expect((string) session('done'))
        ->toContain("“{$term?->term}” leads")
        ->and(leadsOf($store)[$other])
        ->toBe($term?->term)
        ->and((int) termCalled($store, $term?->term)->locked)
        ->toBe(1);
    // The page that lost it has the best of the rest, or none; nothing is led twice.
    $after = leadsOf($store);
    expect(array_unique($after))->toHaveCount(count($after));
    $this->post("/s/$store->slug/match/undo")->assertSessionHas('done', "Taken back: “{$term?->term}”.");
    expect(leadsOf($store)[(int) $term?->lead_page])
        ->toBe($term?->term)
        ->and((int) termCalled($store, $term?->term)->locked)
        ->toBe(0);
    $this->post("/s/$store->slug/match/redo");
    expect(leadsOf($store)[$other])->toBe($term?->term);
    $this->post("/s/$store->slug/match/undo");
    // Locked, and free again.
    $act(['terms' => [$term?->id], 'do' => 'lock']);
    expect(PageTerms::claims([(int) $term?->lead_page])[(int) $term?->lead_page][1])->toBe(TermOrigin::Hand);
    $act(['terms' => [$term?->id], 'do' => 'unlock']);
    expect(PageTerms::claims([(int) $term?->lead_page])[(int) $term?->lead_page][1])->toBe(TermOrigin::Proposed);
    // Left out: no page goes for it, now and after the next matching; taken in again it comes back.
    $act(['terms' => [$term?->id], 'do' => 'leave-out']);
    expect(leadsOf($store))->not->toContain($term?->term);
    matchUp($store);
    expect(leadsOf($store))
        ->not->toContain($term?->term)
        ->and((int) termCalled($store, $term?->term)->excluded)
        ->toBe(1);
    $this->get("/s/$store->slug/match?view=out")->assertSee($term?->term);
    $act(['terms' => [$term?->id], 'do' => 'take-in']);
    matchUp($store);
    expect(leadsOf($store))->toContain($term?->term);
    // What a person knows of a term stays through the next matching.
    $act([
        'terms' => [$term?->id],
        'do' => 'say',
        'asked' => 'article',
        'note' => 'asked for by mail',
        'tags' => ' spring ,, spring, sale',
        'group' => 'garden things',
    ])->assertSessionHas('done');
    matchUp($store);
    $told = termCalled($store, $term?->term);
    $said = DB::table('match_said')->where('store_id', $store->id)->where('term', $term?->term)->first();
    expect((int) $told->asked)
        ->toBe(3)
        ->and(Reason::wordsOf(GroundType::class, $told->because))
        ->toBe('somebody said so')
        ->and($said?->tags)
        ->toBe('spring, sale')
        ->and($said?->note)
        ->toBe('asked for by mail');
    // Somebody else's word in between is not taken back.
    $act(['terms' => [$term?->id], 'do' => 'track']);
    DB::table('match_said')
        ->where('store_id', $store->id)
        ->where('term', $term?->term)
        ->update(['note' => 'another']);
    $this->post("/s/$store->slug/match/undo");
    expect((string) session('done'))
        ->toContain('somebody has changed it since')
        ->and((int) termCalled($store, $term?->term)->tracked)
        ->toBe(1);
    foreach (
        [
            ['do' => 'give'],
            ['terms' => [$term?->id], 'do' => 'burn'],
            ['terms' => [$term?->id], 'do' => 'give'],
            ['terms' => range(1, 501), 'do' => 'lock'],
            ['terms' => 'x', 'do' => 'lock'],
        ] as $wrong
    ) {
        $act($wrong)->assertSessionHasErrors();
    }
    $act(['terms' => [$term?->id], 'do' => 'give', 'page' => 999999999])->assertNotFound();
});

it('adds a term, plans a page for one that has none, or leaves it so, because', function (): void {
    $store = matchedStore();
    $this->actingAs(member($store, Role::Writer));
    $this->post("/s/$store->slug/match/terms/add", ['term' => '  Zinc  Moon Gate '])->assertSessionHas(
        'done',
        '“Zinc  Moon Gate” is among the terms; the next matching judges it.',
    );
    $this->post("/s/$store->slug/match/terms/add", ['term' => 'zinc moon gates'])->assertSessionHas(
        'done',
        '“zinc moon gates” was among the terms already, or is a form of one.',
    );
    $this->post("/s/$store->slug/match/terms/add", ['term' => ''])->assertSessionHasErrors('term');
    matchUp($store);
    $term = termCalled($store, 'zinc moon gate');
    expect((int) $term->origins & 8)->toBe(8);
    $plan = fn (array $what) => $this->from("/s/$store->slug/match/open")->post(
        "/s/$store->slug/match/terms/$term->id/plan",
        $what,
    );
    $plan(['plan' => 'planned', 'name' => 'Moon gates'])->assertSessionHas('done');
    expect((int) termCalled($store, 'zinc moon gate')->served)->toBe(3);
    $this->get("/s/$store->slug/match/open?show=planned")->assertSee('Moon gates');
    matchUp($store);
    expect((int) termCalled($store, 'zinc moon gate')->served)->toBe(3);
    $plan(['plan' => 'left', 'reason' => 'not ours', 'review_on' => now()->addMonth()->toDateString()]);
    $this->get("/s/$store->slug/match/open?show=left")->assertSee('not ours');
    $plan(['plan' => 'left', 'review_on' => '2020-01-01'])->assertSessionHasErrors('review_on');
    $plan(['plan' => 'open']);
    expect((int) termCalled($store, 'zinc moon gate')->served)->not->toBe(4);
});

it('finds the rivals that the market has, and keeps what was decided of them', function (): void {
    // As the stand-in market has them (Market::TAKING_TURNS, Market::SIDE_BY_SIDE).
    $planted = ['hotel style wall lamp', 'lamp for reading nook', 'sculptural lamp', 'statement floor lamp'];
    $beside = ['small brass lamp', 'warm hallway light', 'glass pendant for kitchen', 'soft bedroom light'];
    freshShop();
    freshMarket();
    $store = fedStore('{"token":{"path":"/v1/token","secret":"secret","token":"token"},"clock":"/v1/clock","parts":[
        {"sort":"search","path":"/v1/search","ask":{"by":"page,query"},"history":84,"fields":{"day":"day","page":"page","query":"query","clicks":"clicks","impressions":"impressions","position":"position"}}]}');
    crawl($store);
    expect(pull($store))->toBe('done');
    weigh($store);
    matchUp($store);
    $turns = DB::table('match_terms')
        ->where('store_id', $store->id)
        ->where('rivals', 1)
        ->pluck('term')
        ->sort()
        ->values()
        ->all();
    expect($turns)
        ->toBe($planted)
        ->and(
            DB::table('match_rivalries')
                ->join('match_terms', 'match_terms.id', '=', 'term_id')
                ->where('match_rivalries.store_id', $store->id)
                ->whereIn('term', $beside)
                ->where('takes_turns', 0)
                ->count(),
        )
        ->toBe(4);
    $term = termCalled($store, $planted[0]);
    $pair = DB::table('match_rivalries')->where('term_id', $term->id)->where('takes_turns', 1)->first();
    $this->actingAs(member($store, Role::Writer));
    $decide = fn (array $what) => $this->from("/s/$store->slug/match/rivals")->post(
        "/s/$store->slug/match/terms/$term->id/rivals",
        $what + ['page' => $pair?->page_id, 'rival' => $pair?->rival_id],
    );
    $decide([
        'verdict' => 'leave',
        'reason' => 'both sell',
        'review_on' => now()->addMonth()->toDateString(),
    ])->assertSessionHas('done');
    expect((int) termCalled($store, $planted[0])->rivals)->toBe(0);
    matchUp($store);
    expect((int) termCalled($store, $planted[0])->rivals)->toBe(0);
    $this->get("/s/$store->slug/match/rivals")->assertSee('Both on purpose');
    // When its day has come it is open again.
    DB::table('match_decisions')
        ->where('store_id', $store->id)
        ->update(['review_on' => now()->subDay()->toDateString()]);
    matchUp($store);
    expect((int) termCalled($store, $planted[0])->rivals)->toBe(1);
    $decide(['verdict' => 'main', 'main' => $pair?->rival_id])->assertSessionHas('done');
    expect(PageTerms::leads([(int) $pair?->rival_id])[(int) $pair?->rival_id])
        ->toBe($planted[0])
        ->and((int) termCalled($store, $planted[0])->rivals)
        ->toBe(0);
    // The page that gave way should link to it, and it is told whether it does.
    $panel = "/s/$store->slug/match/terms/".termCalled($store, $planted[0])->id;
    DB::table('links')
        ->where('store_id', $store->id)
        ->where('from_page', $pair?->page_id)
        ->where('to_page', $pair?->rival_id)
        ->delete();
    $this->get($panel)->assertSee('does not link to it yet');
    DB::table('links')->insert([
        'store_id' => $store->id,
        'from_page' => $pair?->page_id,
        'place' => 60_000,
        'to_page' => $pair?->rival_id,
        'anchor' => $planted[0],
        'rel' => 0,
    ]);
    $this->get($panel)->assertSee('links to it.')->assertDontSee('does not link to it yet');
    $decide(['verdict' => 'reopen']);
    expect((int) termCalled($store, $planted[0])->rivals)->toBe(1);
    // A merge goes into the book of redirects, a fold into what is ready to be sent; both come back with the decision.
    $urls = DB::table('pages')
        ->whereIn('id', [$pair?->page_id, $pair?->rival_id])
        ->pluck('url', 'id');
    $redirects = static fn (): array => DB::table('untangle_redirects')
        ->where('store_id', $store->id)
        ->get(['from_url', 'to_url', 'fault'])
        ->map(static fn (stdClass $row): array => [$row->from_url, $row->to_url, $row->fault !== null])
        ->all();
    $canonicals = static fn (): array => DB::table('address_changes')
        ->where('store_id', $store->id)
        ->pluck('value', 'page_id')
        ->all();
    $decide(['verdict' => 'merge', 'main' => $pair?->page_id])->assertSessionHas('done');
    // The other page answers still: that is told, and nothing is sent before somebody says so.
    expect($redirects())
        ->toBe([[$urls[$pair?->rival_id], $urls[$pair?->page_id], true]])
        ->and($canonicals())
        ->toBe([]);
    $decide(['verdict' => 'fold', 'main' => $pair?->rival_id])->assertSessionHas('done');
    expect($redirects())
        ->toBe([])
        ->and($canonicals())
        ->toBe([$pair?->page_id => $urls[$pair?->rival_id]]);
    // What is to lead elsewhere itself, or is kept out of search, is no main page.
    $decide(['verdict' => 'merge', 'main' => $pair?->page_id])->assertSessionHasErrors('main');
    $decide(['verdict' => 'reopen'])->assertSessionHas('done');
    expect($canonicals())->toBe([])->and((int) termCalled($store, $planted[0])->rivals)->toBe(1);
    $decide(['verdict' => 'merge'])->assertSessionHasErrors('main');
    $decide(['verdict' => 'main', 'main' => 1])->assertStatus(422);
    $decide(['verdict' => 'burn'])->assertSessionHasErrors('verdict');
    $decide(['verdict' => 'leave', 'rival' => 1])->assertNotFound();
});

it('exports and imports a mapping, by command and by screen', function (): void {
    $store = matchedStore();
    $told = orchard(['match:export', "--store=$store->slug", '--json']);
    $rows = (array) json_decode($told['out'], true);
    expect($told['code'])->toBe(0)->and(array_keys($rows[0]))->toBe(MatchExport::PAGES);
    $lead = collect($rows)->firstWhere('lead_term', '!=', '');
    expect($lead['intent'])->not->toBe('')->and(leadsOf($store))->toContain($lead['lead_term']);
    $terms = json_decode(orchard(['match:export', "--store=$store->slug", '--what=terms', '--json'])['out'], true);
    expect(array_keys($terms[0]))
        ->toBe(MatchExport::TERMS)
        ->and(array_unique(array_column($terms, 'served')))
        ->toContain('yes')
        ->and($terms)
        ->toHaveCount(DB::table('match_terms')->where('store_id', $store->id)->count())
        ->and(orchard(['match:export', "--store=$store->slug", '--what=zeppelins'])['code'])
        ->toBe(2);
    $file = (string) tempnam(sys_get_temp_dir(), 'map');
    file_put_contents($file, "url,keyword\n{$lead['url']},zinc trough\n{$lead['url']},trough of zinc\n/nowhere,x\n");
    $answer = orchard(['match:import', $file, "--store=$store->slug"]);
    expect($answer['code'])
        ->toBe(0)
        ->and($answer['out'])
        ->toContain('One page has a lead term from the file, and one term supports them. Not known here: /nowhere.')
        ->and(leadsOf($store))
        ->toContain('zinc trough')
        ->and(orchard(['match:import', '/no/such/file', "--store=$store->slug"])['code'])
        ->toBe(2);
    $this->actingAs(member($store, Role::Writer));
    $this->post("/s/$store->slug/match/import", [
        'terms' => UploadedFile::fake()->createWithContent('t.csv', "a,b\n1,2\n"),
    ])->assertSessionHasErrors('terms');
    $this->post("/s/$store->slug/match/import", [
        'terms' => UploadedFile::fake()->createWithContent('t.csv', "url,keyword\n{$lead['url']},oak trough\n"),
    ])->assertSessionHas('done', 'One page has a lead term from the file.');
    // Pasted from a table: with its columns' names or without, in either order, in what a spreadsheet parts cells by.
    $other = collect($rows)->where('url', '!=', $lead['url'])->where('kind', 'product')->first();
    foreach (
        [
            "{$other['url']}\tplane one\n",
            "{$other['url']};plane two\r\n",
            "plane three,{$other['url']}\n",
            "keyword\turl\nplane four\t{$other['url']}\nsecond plane\t{$other['url']}\n",
        ] as $pasted
    ) {
        $this->post("/s/$store->slug/match/import", ['pasted' => $pasted])->assertSessionHas('done');
        expect(leadsOf($store))->toContain((string) preg_replace('/^.*(plane \w+).*$/s', '$1', strtok($pasted, '2')));
    }
    foreach (["one\ntwo", '', "/nowhere\tplane"] as $nothing) {
        $this->post("/s/$store->slug/match/import", ['pasted' => $nothing])->assertSessionHasErrors('terms');
    }
    // A file's word is kept by the next matching.
    matchUp($store);
    expect(leadsOf($store))->toContain('oak trough');
    unlink($file);
    expect(orchard(['match:suggest', '--wait', '--json', "--store=$store->slug"])['code'])->toBe(0);
});

it('answers scripts with terms and pairings as its description says', function (): void {
    $store = matchedStore();
    $token = member($store, Role::Viewer)->createToken('script', ['read'], now()->addDay())->plainTextToken;
    $told = (new ApiClient($this, $token))->call('listTerms', ['store' => $store->slug]);
    $first = $told['data'][0];
    expect($told['data'])
        ->toHaveCount(50)
        ->and($told['next'])
        ->not->toBeNull()
        ->and($first['worth'])
        ->toBe(max(some(array_column($told['data'], 'worth'))))
        ->and(leadsOf($store))
        ->toContain($first['text']);
    $this->withToken($token);
    $seen = array_column($told['data'], 'term');
    for ($next = $told['next']; $next !== null; $next = $more['next']) {
        $more = $this->getJson("/api/v1/stores/{$store->slug}/match/terms?after=".urlencode($next))
            ->assertOk()
            ->json();
        array_push($seen, ...array_column($more['data'], 'term'));
    }
    expect($seen)
        ->toHaveCount(DB::table('match_terms')->where('store_id', $store->id)->count())
        ->and(array_unique($seen))
        ->toHaveCount(count($seen));
    $pages = [];
    for ($after = 0; $after !== null; $after = $part['next']) {
        $part = (new ApiClient($this, $token))->call('listPairings', [
            'store' => $store->slug,
            'after' => $after,
            'limit' => 17,
        ]);
        array_push($pages, ...$part['data']);
    }
    $leads = array_filter(array_column($pages, 'lead_term', 'page'), static fn (string $term): bool => $term !== '');
    ksort($leads);
    expect($leads)
        ->toBe(leadsOf($store))
        ->and(array_column($pages, 'page'))
        ->toBe(array_unique(array_column($pages, 'page')))
        ->and(array_sum(array_map(static fn (array $page): int => count($page['supporting']), $pages)))
        ->toBe(DB::table('page_terms')->where('store_id', $store->id)->where('place', '>', 0)->count());
    $this->app['auth']->forgetGuards();
    $this->withToken('orchard_nonsense')
        ->getJson("/api/v1/stores/{$store->slug}/match/terms")
        ->assertStatus(401);
});

it('is for the store’s people: viewers read, writers decide, strangers see nothing', function (): void {
    $store = matchedStore();
    $term = (int) DB::table('match_terms')->where('store_id', $store->id)->orderByDesc('worth')->value('id');
    $stranger = member((new Site())->store(), Role::Owner);
    $reads = ['', '/groups', '/rivals', '/open', '/reach', '/pages', '/tracked', "/terms/$term", '/export.json'];
    $writes = [
        '/suggest', '/import', '/terms', '/tracked', '/planned/write', '/planned/1/arrived', '/terms/add',
        "/terms/$term/rivals", "/terms/$term/plan", '/undo', '/redo',
    ];
    foreach ([Role::Viewer, Role::Writer] as $role) {
        $this->actingAs(member($store, $role));
        foreach ($reads as $path) {
            $this->get("/s/$store->slug/match$path")->assertOk();
        }
    }
    $this->actingAs(member($store, Role::Viewer));
    foreach ($writes as $path) {
        $this->post("/s/$store->slug/match$path")->assertForbidden();
    }
    $this->actingAs($stranger);
    foreach ($reads as $path) {
        $this->get("/s/$store->slug/match$path")->assertNotFound();
    }
    foreach ($writes as $path) {
        $this->post("/s/$store->slug/match$path")->assertNotFound();
    }
});

it('goes on after it was killed in each of its phases, and ends as if it had not been', function (): void {
    $store = gardenStore(new TermWorld(7, products: 24));
    matchUp($store);
    $whole = [
        leadsOf($store),
        DB::table('match_terms')->where('store_id', $store->id)->orderBy('term')->pluck('worth', 'term')->all(),
    ];
    foreach (['read', 'gather', 'judge', 'match', 'rivals', 'clear'] as $phase) {
        $work = SuggestWork::begin($store, null);
        // A process that dies within a phase leaves the work where that phase begins, its rows half written.
        $desk = app(WorkDesk::class);
        while (
            (json_decode((string) DB::table('work')->where('id', $work)->value('progress'), true)['next'] ?? 'read') !==
            $phase
        ) {
            $desk->slice($work);
        }
        if ($phase === 'read') {
            DB::table('match_forms')->insert([
                'store_id' => $store->id,
                'run' => $work,
                'market_id' => 1,
                'term_digest' => str_repeat('x', 16),
                'digest' => str_repeat('x', 16),
                'text' => 'half',
                'results' => '',
                'clicks' => 0,
                'impressions' => 0,
                'position_sum' => 0,
                'origins' => 1,
            ]);
        }
        DB::table('work')
            ->where('id', $work)
            ->update(['owner' => 'dead', 'expires_at' => now()->subHour()]);
        expect($desk->workToEnd($work))->toBe('done');
        expect([
            leadsOf($store),
            DB::table('match_terms')->where('store_id', $store->id)->orderBy('term')->pluck('worth', 'term')->all(),
        ])->toBe($whole, $phase);
    }
});
