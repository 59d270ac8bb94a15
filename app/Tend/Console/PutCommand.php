<?php

declare(strict_types=1);

namespace App\Tend\Console;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Console\StoreCommand;
use App\Stores\Models\Store;
use App\Tend\Adding\LinkState;
use App\Tend\Found\FindingGroup;
use App\Tend\Found\FindingState;
use App\Tend\Found\FindingType;
use App\Tend\Releasing\Parts;
use App\Tend\Robots\RobotsBook;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

final class PutCommand extends StoreCommand
{
    protected $signature = 'tend:put
        {what : markup (structured data), alts (of further images), links (on the list), robots or sitemaps}
        {--store=} {--file= : with robots, the file; else the newest version that was kept} {--json}';

    protected $description = 'Make ready for release what mends a store: structured data, alt texts, links, robots.txt, sitemaps';

    public function handle(Parts $parts): int
    {
        return $this->guarded(function () use ($parts): int {
            $store = $this->store();
            $what = (string) $this->argument('what');
            $count = match ($what) {
                'markup' => $parts->markup($store, self::faulty($store, FindingGroup::Structured), null),
                'alts' => $parts->alts($store, self::faulty($store, FindingGroup::Images), null),
                'links' => $parts->links($store, self::listed($store), null),
                'robots' => $this->robots($store, $parts),
                'sitemaps' => self::sitemaps($store, $parts),
                default => throw new InvalidArgumentException(
                    "There is no $what; it is markup, alts, links, robots or sitemaps.",
                ),
            };
            $this->answer(
                ['ready' => $count],
                number_format($count).($count === 1 ? ' page is' : ' pages are').' made ready by this.',
            );

            return 0;
        });
    }

    /** @return list<int> pages on which something of the group is open */
    private static function faulty(Store $store, FindingGroup $group): array
    {
        return Bulk::ids(
            Rows::of(
                DB::table('tend_findings')
                    ->where('store_id', $store->id)
                    ->where('state', FindingState::Open->value)
                    ->whereIn('type', array_map(static fn (FindingType $type): int => $type->value, $group->types()))
                    ->distinct()
                    ->orderBy('page_id')
                    ->get(['page_id']),
            )->all(),
            'page_id',
        );
    }

    /** @return list<int> */
    private static function listed(Store $store): array
    {
        return Bulk::ids(
            Rows::of(
                DB::table('tend_links')
                    ->where('store_id', $store->id)
                    ->where('state', LinkState::Listed->value)
                    ->orderBy('id')
                    ->get(['id']),
            )->all(),
            'id',
        );
    }

    private function robots(Store $store, Parts $parts): int
    {
        RobotsBook::fetch($store, null);
        $file = $this->option('file');
        if (! is_string($file) || $file === '') {
            $row =
                RobotsBook::written($store) ??
                throw new InvalidArgumentException('No version was kept; give one by --file.');

            return $parts->robots($store, $row->body, $row->note, null);
        }
        if (! is_file($file) || ! is_readable($file)) {
            throw new InvalidArgumentException("$file is no file that can be read.");
        }
        $id = RobotsBook::save($store, (string) file_get_contents($file), basename($file), null);

        return $parts->robots($store, RobotsBook::find($store, $id)->body ?? '', basename($file), null);
    }

    private static function sitemaps(Store $store, Parts $parts): int
    {
        RobotsBook::fetch($store, null);

        return $parts->sitemaps($store, null) ?? 0;
    }
}
