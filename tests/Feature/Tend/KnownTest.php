<?php

declare(strict_types=1);

use App\Access\Role;
use Illuminate\Support\Facades\DB;
use Tests\Shops\LinkedShop;

it('sees proofs live or not, notes what search engines were told, and ticks off what was seen', function (): void {
    $shop = new LinkedShop(2);
    [$store, $site] = tended($shop);
    $this->actingAs(member($store, Role::Writer));
    $screen = "/s/$store->slug/tend/known";
    $ticks = fn (): array => array_slice(
        preg_split('/<tr><td>/', (string) $this->get($screen)->assertOk()->getContent()) ?: [],
        1,
    );
    $isDone = static fn (string $words): bool => str_contains(
        array_values(array_filter($ticks(), static fn (string $row): bool => str_contains($row, $words)))[0] ?? '',
        'is-growth',
    );
    expect($isDone('The home page may be listed'))
        ->toBeTrue()
        ->and($isDone('robots.txt names a sitemap'))
        ->toBeFalse()
        ->and($isDone('over https'))
        ->toBeFalse()
        ->and($isDone('Whose the store is'))
        ->toBeFalse();
    $this->post("/s/$store->slug/tend/robots/fetch");
    expect($isDone('robots.txt names a sitemap'))->toBeTrue()->and($isDone('lets crawlers in'))->toBeTrue();

    $proof = ['engine' => 'Finder', 'way' => '1', 'name' => 'finder-proof', 'value' => 'abc-123'];
    $this->post($screen, $proof)->assertSessionHasNoErrors()->assertSessionHas('done', '0 of 1 proofs are live.');
    $home = (string) file_get_contents("$site->url/");
    $site->page('/', str_replace('<head>', '<head><meta content="abc-123" name="finder-proof">', $home));
    $site->page('/finder-77.html', 'finder says abc-123', headers: [['Content-Type', 'text/plain']]);
    $this->post($screen, ['way' => '2', 'name' => 'finder-77.html'] + $proof)->assertSessionHas(
        'done',
        '2 of 2 proofs are live.',
    );
    $this->post($screen, ['way' => '2', 'name' => 'other.html'] + $proof)->assertSessionHas(
        'done',
        '2 of 3 proofs are live.',
    );
    expect($isDone('Whose the store is'))->toBeTrue();
    // The same once more is no second one; another value is not seen.
    $this->post($screen, ['value' => 'xyz'] + $proof)->assertSessionHas('done', '1 of 3 proofs are live.');
    foreach (['a b', '<x>', 'é'] as $name) {
        $this->post($screen, ['name' => $name] + $proof)->assertSessionHasErrors('name');
    }
    $gone = (int) DB::table('tend_proofs')->where('store_id', $store->id)->where('name', 'other.html')->value('id');
    $this->post("$screen/$gone/drop")->assertSessionHasNoErrors();
    $this->post("$screen/look")->assertSessionHas('done', '1 of 2 proofs are live.');

    $this->post("$screen/told", [
        'engine' => 'Finder',
        'sitemap' => 'no address',
        'told_on' => '2026-11-01',
    ])->assertSessionHasErrors('sitemap');
    $this->post("$screen/told", [
        'engine' => 'Finder',
        'sitemap' => "$site->url/map.xml",
        'told_on' => '2026-11-01',
    ])->assertSessionHasNoErrors();
    expect($isDone('was told to a search engine'))->toBeTrue();
    $this->get($screen)->assertSee("$site->url/map.xml");
});
