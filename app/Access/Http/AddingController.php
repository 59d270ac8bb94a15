<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\AlreadyHere;
use App\Access\Founding;
use App\Access\Models\User;
use App\Stores\Adding\NewStore;
use App\Stores\Adding\NotAShop;
use App\Stores\Adding\ShopProbe;
use App\Stores\Adding\ShopSight;
use App\Stores\Events\StoreAdded;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use Illuminate\View\View;
use InvalidArgumentException;
use Orchard\Core\Markets\SeenMarket;

/** Adding a store: an address is typed, the shop is looked at, and what it proposes becomes a store. */
final readonly class AddingController
{
    /** Seconds for which what was seen of a shop is kept. */
    private const KEPT = 7200;

    public function __construct(private Founding $founding)
    {
    }

    public function show(Request $request): View
    {
        /** @var User $user */
        $user = $request->user();
        $key = is_string($request->query('seen')) ? $request->query('seen') : '';
        $sight = $key === '' ? null : self::seen($user, $key);

        return view('store.new', [
            'sight' => $sight,
            'key' => $sight === null ? '' : $key,
            'isOver' => $key !== '' && $sight === null,
            'mayBePrivate' => session('mayBePrivate') === true || $request->query('private') === '1',
            'first' => $user->stores()->doesntExist(),
        ]);
    }

    public function look(Request $request): RedirectResponse
    {
        $request->validate(['url' => ['required', 'string', 'max:2048'], 'private' => ['nullable', 'in:1']]);
        /** @var User $user */
        $user = $request->user();
        $private = $request->input('private') === '1';
        try {
            $sight = ShopProbe::look($request->string('url')->value(), $private);
        } catch (NotAShop $not) {
            return redirect()
                ->route('stores.new')
                ->withInput()
                ->with('mayBePrivate', $private || $not->isPrivate)
                ->withErrors(['url' => $not->getMessage()]);
        }
        $key = Str::lower(Str::random(24));
        Cache::put(self::place($user, $key), $sight, self::KEPT);

        return redirect()->route('stores.new', array_filter(['seen' => $key, 'private' => $private ? '1' : null]));
    }

    public function add(Request $request): RedirectResponse
    {
        $given = $request->validate([
            'name' => ['required', 'string', 'max:120'],
            'url' => ['required', 'string', 'max:2048'],
            'language' => ['required', 'string', 'max:35'],
            'currency' => ['required', 'string', 'max:3'],
            'timezone' => ['required', 'string', 'timezone:all'],
            'country' => ['nullable', 'string', 'max:2'],
            'seen' => ['nullable', 'string', 'max:40'],
            'markets' => ['array', 'max:60'],
            'markets.*' => ['integer', 'between:0,59'],
            'private' => ['nullable', 'in:1'],
            'crawl' => ['nullable', 'in:1'],
            'again' => ['nullable', 'in:1'],
        ]);
        /** @var User $user */
        $user = $request->user();
        $sight = self::seen($user, (string) ($given['seen'] ?? ''));
        $ticked = array_map(intval(...), (array) ($given['markets'] ?? []));
        $url = ShopProbe::address((string) $given['url']);
        if ($url === null) {
            throw ValidationException::withMessages(['url' => 'The address must be that of a web page.']);
        }
        $new = new NewStore(
            trim((string) $given['name']),
            $url->text(),
            (string) $given['language'],
            strtoupper((string) $given['currency']),
            (string) $given['timezone'],
            strtoupper((string) ($given['country'] ?? '')),
            ($given['private'] ?? null) === '1',
            array_values(
                array_filter(
                    $sight->markets ?? [],
                    static fn (SeenMarket $market, int $nth): bool => in_array($nth, $ticked, true),
                    ARRAY_FILTER_USE_BOTH,
                ),
            ),
        );
        try {
            $store = $this->founding->found($user, $new, ($given['again'] ?? null) === '1');
        } catch (AlreadyHere $here) {
            return back()
                ->withInput()
                ->with('twice', $here->store->slug)
                ->withErrors(['url' => $here->getMessage()]);
        } catch (InvalidArgumentException $wrong) {
            return back()
                ->withInput()
                ->withErrors(['name' => $wrong->getMessage()]);
        }
        if (($given['crawl'] ?? null) === '1') {
            StoreAdded::dispatch($store->id, $user->id);
        }

        return redirect()
            ->route('store', $store)
            ->with(
                'done',
                "{$store->name} is added. ".
                    (($given['crawl'] ?? null) === '1'
                        ? 'The crawl has begun; what it finds is shown while it runs.'
                        : 'Nothing has been fetched yet.'),
            );
    }

    private static function seen(User $user, string $key): ?ShopSight
    {
        $sight = preg_match('/^[a-z0-9]{24}$/', $key) === 1 ? Cache::get(self::place($user, $key)) : null;

        return $sight instanceof ShopSight ? $sight : null;
    }

    private static function place(User $user, string $key): string
    {
        return "sight.{$user->id}.$key";
    }
}
