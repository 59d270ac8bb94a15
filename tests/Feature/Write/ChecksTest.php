<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Platform\Spelling\Dictionaries;
use App\Platform\Work\WorkDesk;
use App\Stores\Kinds\PageKind;
use App\Write\Desk\RowRebuild;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\SpellingWords;
use Orchard\Core\Wording\TextField;

beforeEach(function (): void {
    $this->store = crawledStore();
    $this->actingAs($this->writer = member($this->store, Role::Writer));
    $this->products = array_map(
        intval(...),
        DB::table('resources')
            ->where('store_id', $this->store->id)
            ->where('kind', 3)
            ->orderBy('id')
            ->pluck('id')
            ->all(),
    );
});

/** @return list<string> keys of the checks of a title */
function titleChecks(int $resource): array
{
    return array_map(
        static fn (Check $check): string => $check->key(),
        Check::inBits((int) DB::table('write_rows')->where('resource_id', $resource)->value('title_checks')),
    );
}

function wroteTitle(Tests\TestCase $test, int $resource, string $text): void
{
    $draft = app(Drafts::class)->find($resource, TextField::Title);
    app(Drafts::class)->save(
        $test->store,
        new TextEdit($resource, TextField::Title, $text, $draft->revision ?? 0),
        new Author(Origin::Hand, $test->writer->id),
    );
}

it('finds near duplicates while one writes, and lets go of them', function (): void {
    [$one, $other, $third] = $this->products;
    wroteTitle($this, $one, 'Warm brass lamp for the reading corner');
    expect(titleChecks($one))->not->toContain('near');
    wroteTitle($this, $other, 'Reading corner: lamps, warm, of brass');
    expect(titleChecks($one))->toContain('near')->and(titleChecks($other))->toContain('near');
    $this->get(route('write.faults', [$this->store, $one, 'title']))
        ->assertOk()
        ->assertSee('Reading corner: lamps, warm, of brass');
    // The same to the letter is a duplicate, and told as nothing else.
    wroteTitle($this, $third, 'Warm brass lamp for the reading corner');
    expect(titleChecks($one))
        ->toContain('repeated')
        ->not->toContain('near')
        ->and(titleChecks($other))
        ->toContain('near');
    wroteTitle($this, $third, 'Something else altogether, of glass and oak');
    wroteTitle($this, $other, 'A cold steel shade for the longest hall');
    expect(titleChecks($one))->not->toContain('near')->not->toContain('repeated');
});

it('finds the near duplicates that brute force finds among all texts of the shop', function (): void {
    wroteTitle($this, $this->products[0], 'Brass lamp, warm and dimmable, for halls');
    wroteTitle($this, $this->products[1], 'Warm, dimmable brass lamps for a hall');
    app(RowRebuild::class)->all($this->store, static fn () => null);
    $texts = DB::table('resource_texts as t')
        ->join('resources as r', 'r.id', '=', 't.resource_id')
        ->where('r.store_id', $this->store->id)
        ->where('r.gone', 0)
        ->get(['t.resource_id', 't.field', 't.market_id', 't.shown', 't.draft_shown']);
    $found = 0;
    foreach ($texts as $text) {
        $words = static function (string $shown): string {
            $own = preg_replace('/ – Tindrel$/u', '', $shown);
            $plain = preg_replace('/\p{M}/u', '', Normalizer::normalize(mb_strtolower(sure($own)), Normalizer::FORM_D));
            $split = sure(preg_split('/[^\p{L}\p{N}]+/u', $plain, -1, PREG_SPLIT_NO_EMPTY));
            $kept = array_diff($split, [
                'a', 'an', 'the', 'and', 'or', 'of', 'in', 'on', 'at', 'by', 'for', 'from', 'to', 'with', 'our', 'your',
            ]);
            $kept = array_map(
                static fn (string $word): string => strlen($word) > 4 ? rtrim($word, 'sne') : $word,
                $kept,
            );
            sort($kept);

            return implode(' ', array_unique($kept));
        };
        $mine = (string) ($text->draft_shown ?? $text->shown);
        $isNear = false;
        $isSame = false;
        foreach ($texts as $other) {
            if (
                $other->field !== $text->field ||
                $other->market_id !== $text->market_id ||
                $other->resource_id === $text->resource_id
            ) {
                continue;
            }
            $theirs = (string) ($other->draft_shown ?? $other->shown);
            $isSame = $isSame || ($mine !== '' && mb_strtolower(trim($mine)) === mb_strtolower(trim($theirs)));
            $isNear = $isNear || ($mine !== '' && $words($mine) === $words($theirs));
        }
        $column = (int) $text->field === 1 ? 'title_checks' : 'description_checks';
        $bits = (int) DB::table('write_rows')->where('resource_id', $text->resource_id)->value($column);
        if (($bits & Check::NearlyRepeated->value) > 0 !== ($isNear && ! $isSame)) {
            $this->fail("Near or not: “{$mine}” of $text->resource_id");
        }
        $found += $isNear && ! $isSame ? 1 : 0;
    }
    expect($found)->toBeGreaterThanOrEqual(2);
});

it('finds the misspelt words that hunspell finds by itself', function (
    string $language,
    string $tag,
    string $text,
): void {
    $words = SpellingWords::of($text);
    $process = proc_open(
        ['hunspell', '-l', '-i', 'UTF-8', '-d', $tag],
        [['pipe', 'r'], ['pipe', 'w'], ['pipe', 'w']],
        $pipes,
        null,
        ['LC_ALL' => 'C.UTF-8', 'PATH' => getenv('PATH')],
    );
    fwrite($pipes[0], implode("\n", $words)."\n");
    fclose($pipes[0]);
    $theirs = array_filter(explode("\n", (string) stream_get_contents($pipes[1])));
    proc_close(sure($process));
    $ours = app(Dictionaries::class)->unknown($words, $language);
    sort($theirs);
    sort($ours);
    expect($theirs)->not->toBe([])->and($ours)->toBe($theirs);
})->with([
    ['en', 'en_US,en_GB', 'A colour and a color of teh lamsp, whose wamr ligth fills the livign room; dimmable'],
    ['de', 'de_DE', 'Die Deckenleuchte aus gebürstetem Messig wirft warmes Lciht in die Wohnküche und den Fluhr'],
    ['fr', 'fr_FR', 'Une lampe en laitton pour le salonn, avec une lumiére douce et un abat-jour plissé'],
    ['es', 'es_ES', 'Una lámpara de latón para el salónn con luz cálida y una pantala plegada'],
]);

it('tells misspelt words, learns those of the shop, and takes what people teach', function (): void {
    [$one, $other] = $this->products;
    $this->store->forceFill(['name' => 'Qwzt lamps'])->save();
    wroteTitle($this, $one, 'A lamp of brass by Qwzt for the long hall');
    expect(titleChecks($one))->not->toContain('spelling');
    wroteTitle($this, $one, 'A lmap of brass by Wrzgl for the long hall');
    expect(titleChecks($one))->toContain('spelling');
    $this->get(route('write.faults', [$this->store, $one, 'title']))
        ->assertOk()
        ->assertSee('lmap')
        ->assertSee('Wrzgl')
        ->assertSee('lamp');
    wroteTitle($this, $one, 'A lamp of brass by Wrzgl for the long hall');
    wroteTitle($this, $other, 'A shade of glass by Wrzgl for the long hall');
    expect(titleChecks($one))->toContain('spelling')->and(titleChecks($other))->toContain('spelling');
    // Taught once it is right everywhere.
    $this->post(route('write.faults.act', [$this->store, $one, 'title']), [
        'do' => 'learn',
        'word' => 'Wrzgl',
    ])->assertOk();
    expect(titleChecks($one))->not->toContain('spelling')->and(titleChecks($other))->not->toContain('spelling');
    $this->post(route('write.checks.words', $this->store), ['forget' => 'wrzgl'])->assertSessionHasNoErrors();
    // A word of one page's own name is right on that page; one of three pages' facts everywhere.
    DB::table('resources')
        ->where('id', $one)
        ->update(['name' => 'Wrzgl lamp']);
    app(RowRebuild::class)->all($this->store, static fn () => null);
    expect(titleChecks($one))->not->toContain('spelling')->and(titleChecks($other))->toContain('spelling');
    DB::table('resources')
        ->whereIn('id', array_slice($this->products, 5, 2))
        ->update(['attributes' => json_encode(['maker' => 'Wrzgl'])]);
    app(RowRebuild::class)->all($this->store, static fn () => null);
    expect(titleChecks($other))->not->toContain('spelling');
});

it('lets a fault of a page pass because, shows who did, and checks it again', function (): void {
    [$one] = $this->products;
    wroteTitle($this, $one, 'WARM LAMPS OF BRASS FOR EVERY LONG HALL');
    expect(titleChecks($one))->toContain('loud');
    $act = route('write.faults.act', [$this->store, $one, 'title']);
    $this->post($act, ['do' => 'waive', 'check' => 'loud'])->assertSessionHasErrors('reason');
    $this->post($act, ['do' => 'waive', 'check' => 'moon', 'reason' => 'x'])->assertNotFound();
    $this->post($act, ['do' => 'waive', 'check' => 'loud', 'reason' => 'the brand <b>shouts</b>'])
        ->assertOk()
        ->assertSee('the brand <b>shouts</b>')
        ->assertDontSee('<b>shouts', false)
        ->assertSee('Writer');
    expect(titleChecks($one))->not->toContain('loud');
    wroteTitle($this, $one, 'STILL LOUDER LAMPS OF BRASS FOR EVERY HALL');
    expect(titleChecks($one))->not->toContain('loud');
    $this->post($act, ['do' => 'back', 'check' => 'loud'])
        ->assertOk()
        ->assertSee('Loud');
    expect(titleChecks($one))->toContain('loud');
    // Also where only other pages tell the fault.
    wroteTitle($this, $one, 'The same on two pages of this shop');
    wroteTitle($this, $this->products[1], 'The same on two pages of this shop');
    $this->post($act, ['do' => 'waive', 'check' => 'repeated', 'reason' => 'on purpose'])->assertOk();
    expect(titleChecks($one))->not->toContain('repeated')->and(titleChecks($this->products[1]))->toContain('repeated');
});

it('makes the checks that a store wants, by kind and market, with its own words', function (): void {
    [$one] = $this->products;
    $market = (int) DB::table('markets')->where('store_id', $this->store->id)->value('id');
    $save = function (array $data, array $query = []): void {
        $this->post(
            route('write.checks.save', [$this->store, 'kind' => 'product'] + $query),
            $data,
        )->assertSessionHasNoErrors();
        $work = DB::table('work')->where('sort', 'write.recheck')->where('store_id', $this->store->id)->max('id');
        expect(app(WorkDesk::class)->workToEnd((int) $work))->toBe('done');
    };
    wroteTitle($this, $one, 'Cheap BRASS LAMPS for the long hall');
    expect(titleChecks($one))->toBe(['loud']);
    $on = ['title' => ['missing', 'forbidden', 'required', 'loud'], 'description' => ['missing']];
    $save(['on' => $on, 'forbidden' => ['title' => "cheap\nbest"], 'required' => ['title' => 'delivered free']]);
    expect(titleChecks($one))->toBe(['loud', 'forbidden', 'required']);
    expect(
        DB::table('write_rows')
            ->where('store_id', $this->store->id)
            ->where('kind', 3)
            ->whereRaw('description_checks & ~1')
            ->exists(),
    )->toBeFalse();
    // Collections are held against the usual ones.
    expect(
        DB::table('write_rows')
            ->where('store_id', $this->store->id)
            ->where('kind', 2)
            ->whereRaw('any_checks & ~1')
            ->exists(),
    )->toBeTrue();
    $this->get(route('write.checks', [$this->store, 'kind' => 'product']))
        ->assertOk()
        ->assertSee('cheap')
        ->assertSee('delivered free');
    $this->get(route('write.faults', [$this->store, $one, 'title']))
        ->assertOk()
        ->assertSee('“cheap”', false)
        ->assertSee('delivered free');
    $save(['on' => ['title' => ['missing']]], ['market' => $market]);
    expect(titleChecks($one))->toBe([]);
    $save(['do' => 'follow'], ['market' => $market]);
    expect(titleChecks($one))->toBe(['loud', 'forbidden', 'required']);
    expect(PageKind::Product->key())->toBe('product');
});

it(
    'tells a title cut before what tells the page, another price, and another heading than the page’s',
    function (): void {
        [$one] = $this->products;
        DB::table('resources')
            ->where('id', $one)
            ->update(['attributes' => json_encode(['finish' => 'Verdigris', 'price' => '49.95'])]);
        wroteTitle($this, $one, 'A lamp that is described at such a length that its finish is cut off, in verdigris');
        expect(titleChecks($one))->toContain('attribute');
        wroteTitle($this, $one, 'A lamp in verdigris that is described at such a length that its end is cut off');
        expect(titleChecks($one))->not->toContain('attribute')->toContain('wide');
        wroteTitle($this, $one, 'A lamp in verdigris for €44.95');
        expect(titleChecks($one))->toContain('price');
        wroteTitle($this, $one, 'A lamp in verdigris for €49.95');
        expect(titleChecks($one))->not->toContain('price');
        wroteTitle($this, $one, 'Vases and bowls in verdigris');
        expect(titleChecks($one))->toContain('heading');
        // A heading that is to change counts as it will be.
        app(Drafts::class)->save(
            $this->store,
            new TextEdit($one, TextField::H1, 'Our vases', 0),
            new Author(Origin::Hand, $this->writer->id),
        );
        expect(titleChecks($one))->not->toContain('heading');
    },
);

it('lets readers read and strangers nothing', function (): void {
    [$one] = $this->products;
    $act = route('write.faults.act', [$this->store, $one, 'title']);
    $this->post(route('write.faults.act', [$this->store, 999999999, 'title']), [
        'do' => 'back',
        'check' => 'loud',
    ])->assertNotFound();
    $this->get(route('write.faults', [$this->store, $one, 'moon']))->assertNotFound();
    $this->get(route('write.checks', [$this->store, 'market' => 999999999]))->assertNotFound();
    $this->post(route('write.checks.save', [$this->store, 'kind' => 'moon']))->assertNotFound();
    $this->post(route('write.checks.words', $this->store), [
        'words' => str_repeat('x ', 10001),
    ])->assertSessionHasErrors('words');
    $this->actingAs(member($this->store, Role::Viewer));
    $this->get(route('write.checks', $this->store))->assertOk()->assertDontSee('Save and check again');
    $this->get(route('write.faults', [$this->store, $one, 'title']))->assertOk();
    $this->post($act, ['do' => 'back', 'check' => 'loud'])->assertForbidden();
    $this->post(route('write.checks.save', $this->store))->assertForbidden();
    $this->post(route('write.checks.words', $this->store))->assertForbidden();
    $this->actingAs(member(crawledStore(), Role::Owner));
    foreach ([route('write.checks', $this->store), route('write.faults', [$this->store, $one, 'title'])] as $url) {
        $this->get($url)->assertNotFound();
    }
    $this->post($act, ['do' => 'back', 'check' => 'loud'])->assertNotFound();
    $this->post(route('write.checks.save', $this->store))->assertNotFound();
    $this->post(route('write.checks.words', $this->store))->assertNotFound();
});
