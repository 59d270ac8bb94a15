<?php

declare(strict_types=1);

namespace App\Demo;

use App\Access\Memberships;
use App\Access\NewMember;
use App\Access\Role;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\AddStore;
use App\Stores\Console\StoreCommand;
use App\Stores\Kinds\KindRule;
use App\Stores\Kinds\KindRules;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Stores\StoreBasics;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

final class PlantCommand extends StoreCommand
{
    protected $signature =
        'demo:plant {--url= : where the stand-in shop answers} {--token-file= : file with its '.
        'admin token} {--feed= : where the stand-in market answers} {--feed-secret-file= : file with its secret} '.
        '{--slug=tindrel} {--grow : fill it afterwards, in the background: crawl, feed, drafts, a release} '.
        '{--json}';

    protected $description =
        'Bring the demo in: the store Tindrel and a user for each role (a second time changes '.'nothing)';

    public const PASSWORD = 'lamps-in-a-row';

    private const PEOPLE = [
        'owner' => 'Olena Orchard',
        'approver' => 'Ama Prover',
        'writer' => 'Wim Writer',
        'viewer' => 'Vera Viewer',
    ];

    public function handle(AddStore $stores, StoreOptions $options, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($stores, $options, $desk): int {
            $url = (string) $this->option('url');
            $token =
                @file_get_contents((string) $this->option('token-file')) ?:
                throw new InvalidArgumentException('The file with the shop\'s token cannot be read.');
            $slug = (string) $this->option('slug');
            $store = Store::query()->where('slug', $slug)->first();
            $isNew = $store === null;
            if ($store === null) {
                $store = $stores->add(
                    'Tindrel',
                    $url,
                    $slug,
                    new StoreBasics(currency: 'EUR', timezone: 'Europe/Berlin', allowPrivate: true),
                );
                $options->set($store, 'shop_url', "$url/office/v1");
                $options->set($store, 'shop_token', trim($token));
                $options->set($store, 'shop_mapping', (string) file_get_contents(__DIR__.'/tindrel.mapping.json'));
                (new KindRules([
                    new KindRule('path', 'is', '/', PageKind::Home),
                    new KindRule('path', 'begins', '/lamp/', PageKind::Product),
                    new KindRule('type', 'is', 'Product', PageKind::Product),
                    new KindRule('path', 'begins', '/range/', PageKind::Collection),
                    new KindRule('path', 'begins', '/journal/almanac', PageKind::Other),
                    new KindRule('path', 'begins', '/journal/', PageKind::Article),
                    new KindRule('path', 'begins', '/about/', PageKind::Plain),
                ]))->save($store);
            }
            $feed = (string) $this->option('feed');
            if (
                $feed !== '' &&
                ! DB::table('connections')->where('store_id', $store->id)->where('sort', 'feed')->exists()
            ) {
                $secret =
                    @file_get_contents((string) $this->option('feed-secret-file')) ?:
                    throw new InvalidArgumentException('The file with the market\'s secret cannot be read.');
                $hosts = array_map(
                    static fn (string $address): string => (string) preg_replace('~^https?://~', '', $address),
                    [$url, $feed],
                );
                $options->set(
                    $store->refresh(),
                    'private_hosts',
                    implode(',', array_unique([...$store->options()->privateHosts, ...$hosts])),
                );
                $options->set($store->refresh(), 'feed_url', $feed);
                $options->set($store->refresh(), 'feed_secret', trim($secret));
            }
            foreach (self::PEOPLE as $role => $name) {
                Memberships::enrol(
                    $store->id,
                    new NewMember("$role@tindrel.example", $name, self::PASSWORD, Role::from($role)),
                );
            }

            if ($isNew && (bool) $this->option('grow')) {
                $desk->begin(new NewWork(GrowWork::class, $store->id, $store->id));
            }

            return $this->answer(['store' => $store->slug], 'The demo is in.');
        });
    }
}
