<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Stores\Models\Store;
use App\Write\Facts\StoreFacts;
use App\Write\Review\Claims;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;
use Tests\TestCase;
use Tests\Web\Site;

/** A product that says in structured data and in its text what it is. */
function shopOfFacts(): Store
{
    $site = new Site();
    $site->page(
        '/lamp',
        '<!doctype html><html lang="en"><head><title>Arched lamp</title><meta name="description" content="The best lamp.">'.
            '<script type="application/ld+json">{"@type":"Product","sku":"L-7","name":"Arched lamp",'.
            '"brand":"Northwick","offers":{"price":"149.00","priceCurrency":"GBP","availability":"InStock"}}</script>'.
            '</head><body><main><h1>Arched lamp</h1><p>Made of brass, 54 cm high, with six shades of glass.</p>'.
            '</main></body></html>',
    );
    $site->page(
        '/other',
        '<title>Other lamp</title><script type="application/ld+json">{"@type":"Product","sku":"L-8","name":"Other lamp",'.
            '"brand":"Halvorsgate","offers":{"price":"99.00","priceCurrency":"GBP"}}</script><h1>Other lamp</h1>',
    );
    $site->linking('/', ['/lamp' => 'Lamp', '/other' => 'Other']);
    $store = $site->store();
    crawl($store);

    return $store;
}

/** @return list<array<string, string>> */
function checkedTexts(Store $store, string $rows): array
{
    $told = orchard(['write:check', '-', "--store=$store->slug", '--json'], $rows);
    expect($told['code'])->toBe(0, $told['err']);

    return array_values((array) json_decode($told['out'], true));
}

it('holds texts from elsewhere against the facts of their pages and the checks of the store', function (): void {
    $store = shopOfFacts();
    $rows = checkedTexts(
        $store,
        "url,number,field,text\n".
            "/lamp,,description,\"A brass lamp of 540 mm with half a dozen glass shades, by Northwick, for under £150\"\n".
            "/lamp,,title,\"Oak lamp, 64 cm, by Halvorsgate\"\n".
            ",L-7,title,The best arched lamp\n".
            "/lamp,,h1,Arched lamp with eight shades\n".
            "/nowhere,,title,x\n/lamp,,slogan,x\n,L-99,title,x\n",
    );
    expect(array_column($rows, 'unknown_claims'))
        ->toBe([
            '',
            'Oak (no such material); 64 cm (no such figure); Halvorsgate (no such name or number)',
            'best (nothing that says so)',
            'eight (no such figure)',
            '',
            '',
            '',
        ])
        ->and(array_column($rows, 'note'))
        ->toBe([
            '',
            '',
            '',
            '',
            'no page of this store',
            'no such field; title, description, h1, social_title, social_description, social_image, image_alt, intro',
            'no page of this store',
        ])
        ->and($rows[2]['url'])
        ->toEndWith('/lamp')
        ->and($rows[2]['checks'])
        ->toContain('short');
    // What the page says of itself in its title and description is no fact.
    expect(checkedTexts($store, "url,field,text\n/lamp,description,The best lamp.\n")[0]['unknown_claims'])->toBe(
        'best (nothing that says so)',
    );
    foreach (["a,b\n1,2\n", '', "url,field\n/lamp,title\n"] as $wrong) {
        expect(orchard(['write:check', '-', "--store=$store->slug"], $wrong)['code'])->toBe(2);
    }
    expect(orchard(['write:check', '/no/such/file', "--store=$store->slug"])['code'])->toBe(2);
});

it(
    'shows what no fact says beside a text’s other faults, and knows what is true of the whole store',
    function (): void {
        /** @var TestCase $this */
        $store = shopOfFacts();
        $resource = (int) DB::table('resources')->where('store_id', $store->id)->where('number', 'L-7')->value('id');
        $text = 'Arched lamp, free returns and a 10 year guarantee';
        app(Drafts::class)->save(
            $store,
            new TextEdit($resource, TextField::Title, $text, 0),
            new Author(Origin::Hand, null),
        );
        $this->actingAs(member($store, Role::Writer));
        $faults = "/s/$store->slug/write/faults/$resource/title";
        $this->get($faults)
            ->assertOk()
            ->assertSee('free returns</b>: nothing that says it is free', false)
            ->assertSee('10 year</b>: no such guarantee', false);
        $keep = fn (string $facts) => $this->post("/s/$store->slug/write/checks/facts", ['facts' => $facts]);
        $keep("Free returns within 30 days\n\nguarantee: 10 years\n")->assertSessionHas('done');
        expect(StoreFacts::of($store, 0))->toBe(['Free returns within 30 days', 'guarantee: 10 years']);
        $this->get($faults)->assertOk()->assertDontSee('free returns</b>', false)->assertDontSee('10 year</b>', false);
        $this->get("/s/$store->slug/write/checks")->assertSee('Free returns within 30 days');
        $keep(str_repeat('x', 20_001))->assertSessionHasErrors('facts');
        $this->actingAs(member($store, Role::Viewer));
        $keep('anything')->assertForbidden();
        $this->get($faults)->assertOk();
        $this->actingAs(member((new Site())->store(), Role::Owner));
        $keep('anything')->assertNotFound();
        $this->get($faults)->assertNotFound();
    },
);

it(
    'shows on the desk which drafts claim what no fact says, finds them, and forgets it when they change',
    function (): void {
        $store = shopOfFacts();
        $lamp = (int) DB::table('resources')->where('store_id', $store->id)->where('name', 'Arched lamp')->value('id');
        $drafts = app(Drafts::class);
        $saved = $drafts->save(
            $store,
            new TextEdit($lamp, TextField::Title, 'Oak lamp, 64 cm high', 0),
            new Author(Origin::Hand, null),
        );
        Claims::tick();
        $this->actingAs(member($store, Role::Writer));
        $cell = fn (): array => $this->getJson("/s/$store->slug/write/rows?ids=$lamp")->json('rows.0.texts.title');
        expect($cell()['doubts'])->toBe(['Oak', '64 cm']);
        $this->get("/s/$store->slug/write/counts")
            ->assertOk()
            ->assertSee('claims without a fact');
        $found = $this->getJson("/s/$store->slug/write/order?claims=1")->json('ids');
        expect($found)->toBe([$lamp]);
        // Another text is not judged by what was said of this one.
        $drafts->save(
            $store,
            new TextEdit($lamp, TextField::Title, 'Brass lamp, 54 cm high', sure($saved->draft?->revision)),
            new Author(Origin::Hand, null),
        );
        expect($cell()['doubts'])->toBe([]);
        $this->get("/s/$store->slug/write/counts")
            ->assertOk()
            ->assertDontSee('claims without a fact');
        Claims::tick();
        expect($cell()['doubts'])
            ->toBe([])
            ->and(DB::table('write_claims')->where('resource_id', $lamp)->value('doubtful'))
            ->toBe(0);
    },
);
