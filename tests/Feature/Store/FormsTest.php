<?php

declare(strict_types=1);

use App\Access\Role;
use App\Platform\Web\Forms;
use Illuminate\Support\Facades\DB;

afterEach(fn () => Forms::end());

it('writes numbers and days as people of a place do', function (string $locale, string $number, string $day): void {
    Forms::startFor(null, $locale);
    expect(str_replace(["\u{a0}", "\u{202f}"], ' ', Forms::number(1234567.25, 2)))
        ->toBe($number)
        ->and(Forms::day('2026-03-04'))
        ->toBe($day);
})->with([
    ['en-GB', '1,234,567.25', '4 Mar 2026'],
    ['en-US', '1,234,567.25', '4 Mar 2026'],
    ['de-DE', '1.234.567,25', '4. März 2026'],
    ['de-CH', '1’234’567.25', '4. März 2026'],
    ['fr-FR', '1 234 567,25', '4 mars 2026'],
    ['sv-SE,en;q=0.5', '1 234 567,25', '4 mars 2026'],
    ['nonsense/../x', '1,234,567.25', '4 Mar 2026'],
    ['', '1,234,567.25', '4 Mar 2026'],
]);

it(
    'takes the account’s choice before the browser’s, on every screen, and leaves files as machines read them',
    function (): void {
        $store = weighableStore();
        weigh($store);
        DB::table('weigh_scores')
            ->where('store_id', $store->id)
            ->update(['clicks' => 12345, 'impressions' => 234567]);
        DB::table('page_index')
            ->where('store_id', $store->id)
            ->update(['clicks' => 12345]);
        $user = member($store, Role::Owner);
        $this->actingAs($user)
            ->get("/s/{$store->slug}/gather?columns=clicks")
            ->assertOk()
            ->assertSee('12,345');
        $this->withHeader('Accept-Language', 'de-DE')
            ->get("/s/{$store->slug}/gather?columns=clicks")
            ->assertOk()
            ->assertSee('12.345')
            ->assertDontSee('12,345');
        $this->post('/account/locale', ['locale' => 'fr-FR'])->assertSessionHas('done');
        $this->actingAs(sure($user->fresh()));
        $french = (string) $this->get("/s/{$store->slug}/gather?columns=clicks")
            ->assertOk()
            ->getContent();
        expect($french)->toMatch('/12[\x{a0}\x{202f}]345/u')->toContain('data-locale="fr-FR"');
        expect(
            $this->get("/s/{$store->slug}/gather/export.csv")
                ->assertOk()
                ->streamedContent(),
        )->not->toMatch('/12[\x{a0}\x{202f}.]345/u');
        $this->post('/account/locale', ['locale' => 'xx'])->assertSessionHasErrors('locale');
        $this->post('/account/locale', ['locale' => ''])->assertSessionHasNoErrors();
        expect(DB::table('users')->where('id', $user->id)->value('locale'))->toBeNull();
    },
);

it(
    'knows every directive that a template uses: an unknown one would stand on the screen as it is written',
    function (): void {
        $compiler = app('blade.compiler');
        $known = array_keys($compiler->getCustomDirectives());
        $unknown = [];
        foreach (Illuminate\Support\Facades\File::allFiles(resource_path('views')) as $file) {
            // An escaped sign and an address of a mail are no directives.
            preg_match_all('/(?<![\w@])@([a-zA-Z]+)[ \t]*\(/', $file->getContents(), $found);
            foreach ($found[1] as $name) {
                in_array($name, $known, true) ||
                    method_exists($compiler, 'compile'.ucfirst($name)) ||
                    ($unknown[] = "$name in {$file->getRelativePathname()}");
            }
        }
        expect($unknown)->toBe([]);
    },
);
