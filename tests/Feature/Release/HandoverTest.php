<?php

declare(strict_types=1);

use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Platform\Work\WorkDesk;
use App\Release\Handing\FileColumns;
use App\Release\Handing\Handover;
use App\Release\Handing\ShopFiles;
use App\Release\Items\Via;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\UndoWish;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

function textOf(Store $store, string $path): stdClass
{
    return DB::table('resources')
        ->join('resource_texts as t', 't.resource_id', '=', 'resources.id')
        ->where('resources.store_id', $store->id)
        ->where('gone', 0)
        ->where('url', 'like', "%$path")
        ->where('field', 1)
        ->first(['resources.*', 't.stored', 't.shown']) ?? throw new LogicException("No $path.");
}

it('finds on sight what the columns of a shop’s file are, and remembers what was confirmed', function (): void {
    $store = handedStore(60);
    $bytes = potteryOffice('GET', '/files/wares.csv');
    $file = shopFile($store, 'wares.csv', $bytes);
    $names = array_map(static fn (int $column): string => $file->columns[$column], $file->fields);
    expect($names)->toMatchArray([
        'key' => 'Ware no',
        'url' => 'Page',
        'title' => 'Headline for search',
        'description' => 'Teaser',
        'name' => 'Name',
    ]);
    expect($file)
        ->charset->toBe('Windows-1252')
        ->separator->toBe(';')
        ->rows->toBe(60)
        ->matched->toBe(60)
        ->type->toBe('items');
    // What the shop holds is known now, and no longer guessed from the pages.
    expect(textOf($store, '/mugs/1000-ash-mug.html'))->stored->toBe('')->from_page->toBe(2);
    $departments = shopFile($store, 'departments.tsv', potteryOffice('GET', '/files/departments.tsv'));
    expect($departments)
        ->matched->toBe(6)
        ->separator->toBe("\t")
        ->and(array_map(static fn (int $column): string => $departments->columns[$column], $departments->fields))
        ->toMatchArray(['title' => 'meta t', 'description' => 'meta d']);

    // With names that tell nothing the cells tell it.
    $plain = (string) preg_replace('/^[^\r]*/', '"a";"b";"c";"d";"e";"f";"g";"h";"i"', $bytes);
    expect(shopFile($store, 'plain.csv', $plain)->fields)->toMatchArray(['key' => 0, 'url' => 1, 'description' => 4]);
    // Confirmed otherwise once, it is remembered for the next file with these columns.
    $files = app(ShopFiles::class);
    $files->confirm($store, $file, new FileColumns('items', ['key' => 0, 'url' => 1, 'title' => 3], [6]));
    $path = (string) tempnam(sys_get_temp_dir(), 'again');
    file_put_contents($path, $bytes);
    expect($files->take($store, null, 'wares 2.csv', $path))
        ->fields->toBe(['key' => 0, 'url' => 1, 'title' => 3])
        ->needs->toBe([6]);
});

it(
    'hands texts over as the shop’s own file, sees them live once it was imported, and takes them back by file',
    function (): void {
        $store = handedStore();
        $bytes = potteryOffice('GET', '/files/wares.csv');
        $file = shopFile($store, 'wares.csv', $bytes);
        readyDrafts($store, 30);
        $made = app(Releases::class)->send($store, new ReleaseWish(), null);
        expect($made['work'])
            ->toBeNull()
            ->and(DB::table('release_items')->where('release_id', $made['release'])->pluck('state')->countBy()->all())
            ->toBe(['handed' => 30]);
        expect(DB::table('drafts')->where('store_id', $store->id)->pluck('state')->countBy()->all())->toBe([
            'sending' => 40,
        ]);

        $handover = new Handover($store, $made['release']);
        expect($handover->files())
            ->toHaveCount(1)
            ->and($handover->nameOf($file))
            ->toBe("wares-release-{$made['release']}.csv");
        $out = $handover->bytes($file);
        // The names and 30 rows, in the order of the file; all cells but headlines and teasers are there to the byte.
        $rows = static fn (string $text): array => array_map(
            static fn (string $row): array => explode('";"', trim($row, '"')),
            preg_split('/(?<=")\r\n/', rtrim($text, "\r\n")) ?: [],
        );
        $before = array_column($rows($bytes), null, 0);
        $after = array_column($rows($out), null, 0);
        expect($after)
            ->toHaveCount(31)
            ->and(array_keys($after))
            ->toBe(array_values(array_intersect(array_keys($before), array_keys($after))));
        foreach ($after as $key => $row) {
            unset($row[3], $row[4], $before[$key][3], $before[$key][4]);
            expect($row)->toBe($before[$key]);
        }
        lookAtAll($made['release']);
        expect(
            DB::table('release_items')->where('release_id', $made['release'])->pluck('seen')->countBy()->all(),
        )->toBe(['not yet' => 30]);

        // What its columns are stays as it was, for the file is made anew at each download.
        expect(
            fn () => app(ShopFiles::class)->confirm(
                $store,
                $file,
                new FileColumns('items', ['key' => 0, 'title' => 2], null),
            ),
        )->toThrow(InvalidArgumentException::class, 'A release was made of this file');

        // Somebody imports the file into the shop.
        expect(json_decode(potteryOffice('POST', '/files/wares.csv', $out), true)['result'])->toBe([
            'changed' => 30,
            'problems' => [],
        ]);
        DB::table('release_items')
            ->where('release_id', $made['release'])
            ->update(['seen' => 'no', 'look_at' => now()->subMinute()]);
        lookAtAll($made['release']);
        expect(
            DB::table('release_items')
                ->where('release_id', $made['release'])
                ->where('state', 'live')
                ->where('seen', 'seen')
                ->count(),
        )
            ->toBe(30)
            ->and(DB::table('drafts')->where('store_id', $store->id)->count())
            ->toBe(0)
            ->and(DB::table('history')->where('release_id', $made['release'])->where('event', 'live')->count())
            ->toBe(40);
        expect(
            DB::table('resource_texts')
                ->where('store_id', $store->id)
                ->where('field', 1)
                ->where('stored', 'like', 'Better title%')
                ->count(),
        )->toBe(30);

        // Taken back: a file that puts the former values back, though the one that the shop exported is older than the
        // release.
        $undo = app(Releases::class)->undo($store, new UndoWish($made['release']), null);
        expect(
            DB::table('release_items')->where('release_id', $undo['release'])->pluck('state')->countBy()->all(),
        )->toBe(['handed' => 30]);
        $back = (new Handover($store, $undo['release']))->bytes($file);
        expect(json_decode(potteryOffice('POST', '/files/wares.csv', $back), true)['result']['changed'])
            ->toBe(30)
            ->and(potteryOffice('GET', '/files/wares.csv'))
            ->toBe($bytes);
        DB::table('release_items')
            ->where('release_id', $undo['release'])
            ->update(['seen' => 'no', 'look_at' => now()->subMinute()]);
        lookAtAll($undo['release']);
        expect(
            DB::table('release_items')->where('release_id', $undo['release'])->where('state', 'live')->count(),
        )->toBe(30);
    },
);

it(
    'hands nothing over that the shop has changed meanwhile, that its charset lacks, or that would run as a formula',
    function (): void {
        $store = handedStore(60);
        $drafts = app(Drafts::class);
        $save = static fn (string $path, string $text) => $drafts->save(
            $store,
            new TextEdit((int) textOf($store, $path)->id, TextField::Title, $text, 0),
            new Author(Origin::Hand, null),
        );
        shopFile($store, 'wares.csv', potteryOffice('GET', '/files/wares.csv'));
        $save('/mugs/1000-ash-mug.html', 'A new one');
        $save('/bowls/1001-ash-bowl.html', 'Ω is no sign of it');
        $save('/plates/1002-ash-plate.html', '=HYPERLINK("x")');
        $save('/jugs/1003-ash-jug.html', '-20% on jugs');
        // A newer file of the shop's holds another headline for the first.
        $newer = (string) preg_replace(
            '/("1000";"[^"]*";"Ash Mug";)"[^"]*"/',
            '$1"Somebody else was here"',
            potteryOffice('GET', '/files/wares.csv'),
        );
        shopFile($store, 'wares.csv', $newer);
        // The first was written against what the shop held before.
        DB::update(
            'UPDATE drafts d JOIN resource_texts t ON t.resource_id = d.resource_id AND t.field = d.field SET d.state = "ready", d.base_value = IF(d.value = "A new one", "", t.stored) WHERE d.store_id = ?',
            [$store->id],
        );
        $made = app(Releases::class)->send($store, new ReleaseWish(), null);
        $items = DB::table('release_items')
            ->join('resources', 'resources.id', '=', 'resource_id')
            ->where('release_id', $made['release'])
            ->orderBy('number')
            ->pluck('state', 'number')
            ->all();
        expect($items)->toBe(['1000' => 'clash', '1001' => 'refused', '1002' => 'refused', '1003' => 'handed']);
        expect(DB::table('release_items')->where('release_id', $made['release'])->pluck('reason')->implode(' '))
            ->toContain('has no sign for “Ω”')
            ->toContain('like a formula')
            ->toContain('holds another text');
        expect(DB::table('drafts')->where('store_id', $store->id)->where('state', 'clash')->count())
            ->toBe(1)
            ->and(textOf($store, '/mugs/1000-ash-mug.html')->stored)
            ->toBe('Somebody else was here');
    },
);

it('says what is wrong with a file, and takes none of it', function (string $bytes, string $words): void {
    $store = handedStore(12);
    expect(fn () => shopFile($store, 'file.csv', $bytes))->toThrow(InvalidArgumentException::class, $words);
    expect(DB::table('release_files')->where('store_id', $store->id)->whereNotNull('confirmed_at')->count())
        ->toBe(0)
        ->and(DB::table('resources')->where('store_id', $store->id)->where('from_page', 2)->count())
        ->toBe(0);
})->with([
    ['', 'empty'],
    ["%PDF-1.4\n", 'PDF'],
    ["1000,a\n1001,b\n", 'no row with the names'],
    ["id,meta title,meta title\n1000,a,b\n", 'both called'],
    ["id,meta title\n9999,a\n9998,b\n", 'No row is a page'],
    ["id,colour\n1000,blue\n1001,red\n", 'Say which column holds titles'],
    ["id,meta title\n,a\n,b\n", 'empty in every row'],
]);

it('changes the first of several rows with one key, and only the columns that the import needs', function (): void {
    $store = handedStore(12);
    $file = shopFile(
        $store,
        'goods.csv',
        "id,url,meta title,picture,price\n1000,/mugs/1000-ash-mug.html,Old,a.jpg,1\n1000,/mugs/1000-ash-mug.html,,b.jpg,\n,,,c.jpg,\n1001,/bowls/1001-ash-bowl.html,\"Old, too\",d.jpg,2\n",
        [4],
    );
    expect($file)->rows->toBe(4)->matched->toBe(2);
    readyDrafts($store, 12);
    $made = app(Releases::class)->send($store, new ReleaseWish(), null);
    $out = (new Handover($store, $made['release']))->bytes($file);
    // Titles go in the file; the file has no column for descriptions, which somebody else puts in.
    $lines = explode("\n", trim($out));
    expect($lines)
        ->toHaveCount(3)
        ->and($lines[0])
        ->toBe('id,meta title,price')
        ->and($lines[1])
        ->toMatch('/^1000,Better title number \d+ for Ash Mug,1$/')
        ->and($lines[2])
        ->toMatch('/^1001,"?Better title number \d+ for Ash Bowl"?,2$/');
    // Each of the other ten is somebody else's, and so is a description of the two, should one have been written.
    $vias = DB::table('release_items')->where('release_id', $made['release'])->pluck('via')->countBy();
    expect($vias['file'])->toBe(2)->and($vias['person'])->toBeBetween(10, 12);
});

it('gives redirects out as rows of the shop’s own redirect file', function (): void {
    $store = handedStore(12);
    $file = shopFile(
        $store,
        'moves.csv',
        "\"old path\";\"new path\";\"status\"\n\"/a\";\"/b\";\"301\"\n\"/c\";\"/d\";\"301\"\n",
    );
    expect($file)->type->toBe('redirects')->rows->toBe(2);
    $page = pageAt($store, '/mugs/1000-ash-mug.html');
    app(App\Changes\AddressChanges::class)->put(
        $store,
        [
            [
                'page' => $page,
                'field' => App\Changes\AddressField::Redirect,
                'value' => $store->base_url.'shop/mugs',
                'why' => 'a test',
            ],
        ],
        new Author(Origin::Hand, null),
    );
    $made = app(Releases::class)->send($store, new ReleaseWish([]), null);
    expect((new Handover($store, $made['release']))->bytes($file))->toBe(
        "\"old path\";\"new path\";\"status\"\n\"/mugs/1000-ash-mug.html\";\"/shop/mugs\";\"301\"\n",
    );
});

it('reminds of what was handed over and is not seen in time, and gives it up when asked', function (): void {
    $store = handedStore(12);
    readyDrafts($store, 3);
    $made = app(Releases::class)->send($store, new ReleaseWish(only: Via::Person), null);
    DB::table('release_items')
        ->where('release_id', $made['release'])
        ->update(['due_at' => now()->subMinute()]);
    lookAtAll($made['release']);
    expect(DB::table('release_items')->where('release_id', $made['release'])->pluck('seen')->countBy()->all())->toBe([
        'not seen' => 3,
    ]);
    $waiting = (new App\Release\ReleaseStep())->waiting($store);
    expect($waiting?->count)->toBe(3)->and($waiting?->words)->toContain('not seen');
    expect(app(Releases::class)->giveUp($store, $made['release'], null))
        ->toBe(3)
        ->and(DB::table('drafts')->where('store_id', $store->id)->pluck('state')->countBy()->all())
        ->toBe(['ready' => 4]);
});

it('takes the way that was chosen for each field, and the one that the command names', function (): void {
    $store = crawledStore();
    readyDrafts($store, 3);
    app(StoreOptions::class)->set($store, 'ways', 'description=person');
    $made = app(Releases::class)->send($store->refresh(), new ReleaseWish(), null);
    expect(app(WorkDesk::class)->workToEnd((int) $made['work']))->toBe('done');
    expect(
        DB::table('release_items')
            ->where('release_id', $made['release'])
            ->orderBy('id')
            ->get(['via', 'state'])
            ->map(static fn (stdClass $item): string => "$item->via $item->state")
            ->countBy()
            ->all(),
    )->toBe(['direct live' => 3, 'person handed' => 1]);
    readyDrafts($store, 5);
    $told = orchard(['release:send', "--store={$store->slug}", '--via=person', '--json']);
    expect($told['code'])->toBe(0)->and(json_decode($told['out'], true)['state'])->toBe('waiting');
    expect(orchard(['release:send', "--store={$store->slug}", '--via=pigeon'])['code'])->toBe(2);
});

it('writes the files of a release by command', function (): void {
    $store = handedStore(24);
    $file = shopFile($store, 'wares.csv', potteryOffice('GET', '/files/wares.csv'));
    readyDrafts($store, 4);
    $told = orchard(['release:send', "--store={$store->slug}", '--via=file', '--wait', '--json']);
    $release = (int) json_decode($told['out'], true)['release'];
    expect($told['code'])
        ->toBe(0)
        ->and(json_decode($told['out'], true)['items'])
        ->toBe(['handed' => 4]);
    $folder = sys_get_temp_dir().'/handed-'.uniqid();
    $out = orchard(['release:handover', (string) $release, "--store={$store->slug}", "--out=$folder", '--json']);
    expect($out['code'])
        ->toBe(0)
        ->and(json_decode($out['out'], true)['files'])
        ->toBe(["wares-release-$release.csv"])
        ->and((string) file_get_contents("$folder/wares-release-$release.csv"))
        ->toBe((new Handover($store, $release))->bytes($file));
    expect(orchard(['release:handover', '999999999', "--store={$store->slug}", "--out=$folder"])['code'])->toBe(2);
    exec('rm -rf '.escapeshellarg($folder));
});
