<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Files\Imports;
use App\Gather\Files\ImportWork;
use App\Platform\Work\WorkDesk;
use App\Write\Desk\DeskFilter;
use App\Write\Desk\DeskList;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

it('leads through the screens: a file, the look into it, its import, what it set aside, and back', function (): void {
    $store = (new Site())->store();
    $this->actingAs(member($store, Role::Writer));
    $file = UploadedFile::fake()->createWithContent(
        'export.csv',
        "Wo;Wann;Klicks;Impressionen\n/a;1.3.2026;1;9\n/b;1.3.2026;9;1\n",
    );
    $this->get("/s/{$store->slug}/gather/files")
        ->assertOk()
        ->assertSee('No imports yet');
    $url = (string) $this->post("/s/{$store->slug}/gather/files", ['file' => $file])
        ->assertRedirect()
        ->headers->get('Location');
    $this->get($url)->assertOk()->assertSee('needs a column of pages')->assertSee('1.3.2026');
    $this->post("$url/start")->assertSessionHasErrors('file');
    $this->get($url)->assertSee('needs a column of pages');
    $this->get(
        "$url?sort=search&was=search&columns[0]=page&columns[1]=day&columns[2]=clicks&columns[3]=impressions&separator=;&dates=dmy",
    )
        ->assertOk()
        ->assertDontSee('needs a column');
    $this->post("$url/start", [
        'sort' => 'search',
        'was' => 'search',
        'columns' => ['page', 'day', 'clicks', 'impressions'],
        'separator' => ';',
        'dates' => 'dmy',
    ])->assertSessionHasNoErrors();
    $work = (int) DB::table('work')->where('store_id', $store->id)->where('sort', ImportWork::sort())->value('id');
    $this->get("$url/progress")
        ->assertOk()
        ->assertSee('waiting for its turn');
    expect(app(WorkDesk::class)->workToEnd($work))->toBe('done');
    $this->get($url)->assertOk()->assertSee('9 clicks are more than 1 impressions')->assertSee('in use');
    expect(
        $this->get("$url/set-aside.csv")
            ->assertOk()
            ->streamedContent(),
    )->toContain('/b,1.3.2026,9,1,"row 3, Clicks: 9 clicks are more than 1 impressions"');
    $this->get("/s/{$store->slug}/gather/files")
        ->assertOk()
        ->assertSee('export.csv')
        ->assertSee('search rows by page, day');
    $this->post("$url/back")->assertRedirect();
    expect(app(WorkDesk::class)->workToEnd((int) DB::table('work')->where('store_id', $store->id)->max('id')))->toBe(
        'done',
    );
    $this->get($url)->assertOk()->assertSee('removed');
    $this->post("$url/back")->assertSessionHasErrors('file');
});

it('takes large files in pieces over HTTP, and goes on with one that was interrupted', function (): void {
    $store = (new Site())->store();
    $this->actingAs(member($store, Role::Writer));
    $bytes = "page,day,clicks,impressions\n".str_repeat("/a,2026-03-01,1,9\n", 50);
    $announce = fn (): array => (array) $this->postJson("/s/{$store->slug}/gather/files/announce", [
        'name' => 'big.csv',
        'bytes' => strlen($bytes),
    ])
        ->assertOk()
        ->json();
    $piece = fn (string $url, int $offset, string $body) => $this->call(
        'POST',
        "$url?offset=$offset",
        [],
        [],
        [],
        ['CONTENT_TYPE' => 'application/octet-stream', 'HTTP_CONTENT_LENGTH' => (string) strlen($body)],
        $body,
    );
    $first = $announce();
    $piece($first['pieces'], 0, substr($bytes, 0, 300))
        ->assertOk()
        ->assertJson(['arrived' => 300]);
    $again = $announce();
    expect($again['import'])->toBe($first['import'])->and($again['arrived'])->toBe(300);
    $piece($again['pieces'], 500, 'x')
        ->assertStatus(409)
        ->assertJson(['arrived' => 300]);
    $this->get($again['page'])->assertOk()->assertSee('300 of');
    $piece($again['pieces'], 300, substr($bytes, 300))
        ->assertOk()
        ->assertJson(['arrived' => strlen($bytes)]);
    $this->get($again['page'])->assertOk()->assertSee('>Import<', false);
    $this->postJson("/s/{$store->slug}/gather/files/announce", ['name' => 'empty.csv', 'bytes' => 0])->assertStatus(
        422,
    );
    $this->actingAs(member($store, Role::Writer));
    $other = $announce();
    expect($other['import'])->not->toBe($first['import']);
    $this->actingAs(member($store, Role::Writer));
    $piece($other['pieces'], 0, 'x')->assertForbidden();
    $this->post("/s/{$store->slug}/gather/files/{$other['import']}/drop")->assertRedirect();
    $this->get($other['page'])->assertNotFound();
});

it('keeps files from strangers and viewers', function (): void {
    $store = (new Site())->store();
    $import = bringIn($store, "page,day,clicks,impressions\n/a,2026-03-01,1,9\n");
    $paths = [
        'take' => '',
        'announce' => '/announce',
        'pieces' => "/{$import->id}/pieces",
        'start' => "/{$import->id}/start",
        'back' => "/{$import->id}/back",
        'stop' => "/{$import->id}/stop",
        'resume' => "/{$import->id}/resume",
        'drop' => "/{$import->id}/drop",
    ];
    $this->actingAs(member($store, Role::Viewer));
    foreach ($paths as $path) {
        $this->post("/s/{$store->slug}/gather/files$path")->assertForbidden();
    }
    $this->get("/s/{$store->slug}/gather/files/{$import->id}")
        ->assertOk()
        ->assertDontSee('Take it back');
    $other = (new Site())->store();
    $this->actingAs(member($other, Role::Owner))
        ->get("/s/{$store->slug}/gather/files")
        ->assertNotFound();
    foreach (["/{$import->id}", "/{$import->id}/progress", "/{$import->id}/set-aside.csv"] as $path) {
        $this->get("/s/{$other->slug}/gather/files$path")->assertNotFound();
    }
    foreach (['pieces', 'start', 'back', 'stop', 'resume'] as $verb) {
        $this->post("/s/{$other->slug}/gather/files/{$import->id}/$verb")->assertNotFound();
    }
    $this->post("/s/{$other->slug}/gather/files/{$import->id}/drop");
    expect(Imports::find($store, $import->id)?->state)->toBe('done');
});

it('brings the texts that are seen most to the top of the desk', function (): void {
    $store = crawledStore();
    $rows = DB::select(
        'SELECT r.id, p.url FROM resources r JOIN pages p ON p.id = r.page_id WHERE r.store_id = ? AND r.kind = 3 ORDER BY r.id LIMIT 3',
        [$store->id],
    );
    $day = now()->subDays(20)->format('Y-m-d');
    bringIn(
        $store,
        "page,day,clicks,impressions\n{$rows[0]->url},$day,1,50\n{$rows[1]->url},$day,9,900\n{$rows[2]->url},$day,2,200\n",
    );
    $list = app(DeskList::class);
    $filter = DeskFilter::from(Request::create('/', 'GET', ['kind' => 'product', 'sort' => 'seen']));
    $shown = $list->page($store, $filter)['rows'];
    expect(array_map(static fn ($row): array => [$row->id, $row->clicks, $row->impressions], array_slice($shown, 0, 4)))
        ->toMatchArray([[$rows[1]->id, 9, 900], [$rows[2]->id, 2, 200], [$rows[0]->id, 1, 50]])
        ->and($shown[3]->impressions)
        ->toBe(0);
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/write?sort=seen")
        ->assertOk()
        ->assertSee('impressions')
        ->assertSee('900');
});

it('pages the desk by what is seen most without losing or repeating a row', function (): void {
    $store = crawledStore();
    $day = now()->subDays(20)->format('Y-m-d');
    $text = "page,day,clicks,impressions\n";
    foreach (
        DB::select('SELECT p.url FROM resources r JOIN pages p ON p.id = r.page_id WHERE r.store_id = ?', [$store->id]) as $i => $row
    ) {
        $text .= "{$row->url},$day,0,".$i % 5 ."\n";
    }
    bringIn($store, $text);
    foreach (['seen', 'wide', 'name'] as $sort) {
        $seen = [];
        $after = '';
        do {
            $page = app(DeskList::class)->page(
                $store,
                DeskFilter::from(Request::create('/', 'GET', ['sort' => $sort, 'after' => $after])),
            );
            array_push($seen, ...array_map(static fn ($row): int => $row->id, $page['rows']));
            $after = (string) $page['next'];
        } while ($after !== '');
        expect($seen)
            ->toHaveCount(DB::table('write_rows')->where('store_id', $store->id)->count())
            ->and(array_unique($seen))
            ->toHaveCount(count($seen));
    }
});
