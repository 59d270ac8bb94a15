<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Inventory\Index\TakenOver;
use App\Inventory\KeptDetails;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\Judge;
use Orchard\Core\Duplicates\TangleFinder;
use Orchard\Core\LinkGraph\VersionSets;
use Orchard\Core\Markup\LinkHeader;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Url\PageUrl;

/**
 * Finds the tangles of a store: reads what each page shows, learns what its parameters do, brings together what may be
 * alike, judges it, groups it, and says what should be done. What was found before stands until the end.
 */
final class FindWork implements LongWork
{
    private const PORTION = 1500;

    public static function sort(): string
    {
        return 'untangle.find';
    }

    public static function title(): string
    {
        return 'finding duplicates';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        if (
            Rows::one(
                "SELECT 1 AS n FROM work WHERE store_id = ? AND sort = ? AND id < ? AND state IN ('waiting',
                    'running')
                    AND stop_asked = 0 AND GREATEST(COALESCE(expires_at, wake_at),
                    wake_at) > UTC_TIMESTAMP(3) - INTERVAL 1 MINUTE LIMIT 1",
                [$store->id, self::sort(), $run->workId],
            ) !== null
        ) {
            return SliceEnd::later(1);
        }
        $telling = Knowledge::telling($store);
        $identities = new Identities($store, $telling);
        $judge = new Judge($telling);
        while (true) {
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $phase = is_string($run->progress()['phase'] ?? null) ? $run->progress()['phase'] : 'read';
            $after = $run->number('after');
            [$next, $at] = match ($phase) {
                'read' => $this->read($run, $identities, $after),
                'study' => $this->study($run, $store, $identities, $judge),
                'pairs' => $this->pairs($run, $store, $identities),
                'judge' => $this->judge($run, $store, $identities, $judge),
                'group' => $this->group($run, $store, $identities, $judge),
                default => ['done', 0],
            };
            $run->beat(['phase' => $next, 'after' => $at], force: true);
            if ($next === 'done') {
                app(TakenOver::class)->all($store, TakenOver::TANGLE, static fn () => $run->beat());

                return SliceEnd::done();
            }
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }

    /** @return array{string, int} */
    private function read(WorkRun $run, Identities $identities, int $after): array
    {
        $read = $identities->read($after);
        if ($read === null) {
            $run->fenced(static fn () => $identities->forgetGone());

            return ['study', 0];
        }
        $run->fenced(static fn () => Identities::write($read[1]));

        return ['read', $read[0]];
    }

    /** @return array{string, int} */
    private function study(WorkRun $run, Store $store, Identities $identities, Judge $judge): array
    {
        (new Parameters($store))->study($run, $identities, $judge);

        return ['pairs', 0];
    }

    /**
     * Pairs worth judging: written down, so that judging them can go on where it was stopped.
     *
     * @return array{string, int}
     */
    private function pairs(WorkRun $run, Store $store, Identities $identities): array
    {
        $finder = self::finder($store, $identities, true);
        $inventory = new Inventory($store);
        $effects = Knowledge::effects($store);
        $parameters = new Parameters($store);
        foreach ($inventory->pages as $page) {
            if (! $finder->knows($page->id)) {
                continue;
            }
            $declared = $inventory->find($inventory->declared($page));
            if ($declared !== null && $declared !== $page->id && $finder->knows($declared)) {
                $finder->ask($page->id, $declared, true);
            }
            $bare = self::withoutSilent($page->url, $effects, $parameters);
            if ($bare !== null && $bare !== $page->id && $finder->knows($bare)) {
                $finder->ask($page->id, $bare);
            }
        }
        self::addVersions($store, $finder, $inventory);
        $run->fenced(static fn () => DB::delete('DELETE FROM untangle_pairs WHERE store_id = ?', [$store->id]));
        $rows = [];
        $count = 0;
        foreach ($finder->candidates() as [$a, $b]) {
            $rows[] = [$store->id, $a, $b, $finder->areVersions($a, $b) ? 1 : 0, $finder->isDeclared($a, $b) ? 1 : 0];
            $count++;
            if (count($rows) >= 5000) {
                $run->fenced(
                    static fn () => Bulk::write(
                        'untangle_pairs',
                        ['store_id', 'a', 'b', 'is_version', 'is_declared'],
                        $rows,
                        'INSERT IGNORE',
                    ),
                );
                $rows = [];
                $run->beat(['candidates' => $count]);
            }
        }
        $run->fenced(
            static fn () => Bulk::write(
                'untangle_pairs',
                ['store_id', 'a', 'b', 'is_version', 'is_declared'],
                $rows,
                'INSERT IGNORE',
            ),
        );
        $run->beat(['candidates' => $count, 'compared' => $finder->compared()], force: true);

        return ['judge', 0];
    }

    /** @return array{string, int} */
    private function judge(WorkRun $run, Store $store, Identities $identities, Judge $judge): array
    {
        $from = is_array($run->progress()['judged_to'] ?? null) ? $run->progress()['judged_to'] : [0, 0];
        $pairs = Rows::all(
            'SELECT a, b, is_version, is_declared FROM untangle_pairs WHERE store_id = ? AND (a > ? OR (a = ?
                AND b > ?)) ORDER BY a, b LIMIT '.self::PORTION,
            [$store->id, $from[0], $from[0], $from[1]],
        );
        if ($pairs === []) {
            return ['group', 0];
        }
        $identities->load([...Bulk::ids($pairs, 'a'), ...Bulk::ids($pairs, 'b')]);
        $rows = [];
        foreach ($pairs as $pair) {
            $kin = $judge->judge(
                $identities->of($pair->int('a')),
                $identities->of($pair->int('b')),
                $pair->isTrue('is_version'),
                $pair->isTrue('is_declared'),
            );
            $rows[] = [
                $store->id,
                $pair->int('a'),
                $pair->int('b'),
                $pair->int('is_version'),
                $pair->int('is_declared'),
                $kin->kinship->value,
                (int) round(1000 * $kin->likeness),
                (int) round(1000 * $kin->sureness),
                Reason::pack($kin->reasons),
                $kin->difference === null ? 0 : 1,
            ];
            $run->beat();
        }
        $run->fenced(
            static fn () => Bulk::write(
                'untangle_pairs',
                [
                    'store_id', 'a', 'b', 'is_version', 'is_declared', 'kinship', 'likeness', 'sureness', 'reason',
                    'differs',
                ],
                $rows,
                'REPLACE',
            ),
        );
        $last = $pairs[count($pairs) - 1];
        $judged = $run->number('judged');
        $run->beat(
            ['judged_to' => [$last->int('a'), $last->int('b')], 'judged' => $judged + count($rows)],
            force: true,
        );

        return ['judge', 0];
    }

    /** @return array{string, int} */
    private function group(WorkRun $run, Store $store, Identities $identities, Judge $judge): array
    {
        $finder = self::finder($store, $identities, false);
        $inventory = new Inventory($store);
        $versions = self::addVersions($store, $finder, $inventory);
        (new Grouping($run, $inventory, $finder, $identities, $judge, $versions))->work();

        return ['done', 0];
    }

    private static function finder(Store $store, Identities $identities, bool $withSignatures): TangleFinder
    {
        $finder = new TangleFinder(Knowledge::form($store));
        foreach ($identities->marks($withSignatures) as $marks) {
            $finder->add($marks);
        }
        foreach (
            DB::table('untangle_decisions')->where('store_id', $store->id)->where('sort', 'apart')->pluck('page_id') as $page
        ) {
            $finder->alone(Typed::int($page));
        }

        return $finder;
    }

    /**
     * The page without the parameters that change nothing; null where there are none, or no page stands without them.
     *
     * @param  array<string, \Orchard\Core\Duplicates\ParameterEffect>  $effects
     */
    public static function withoutSilent(string $address, array $effects, Parameters $parameters): ?int
    {
        $url = PageUrl::parse($address);
        $bare = $url;
        if ($url === null) {
            return null;
        }
        foreach (array_unique(array_column(AddressForm::parameters($url), 0)) as $name) {
            if (($effects[AddressForm::scopeOf($url)." $name"] ?? null)?->isSilent() && $bare !== null) {
                $bare = AddressForm::without($bare, $name);
            }
        }

        return $bare === null || $bare->text() === $url->text() ? null : $parameters->find($bare);
    }

    /**
     * What hreflang names, told to the finder.
     *
     * @return array<int, list<array{code: string, url: string}>> versions that pages name, by page; of copies that show
     *     another page's none
     */
    private static function addVersions(Store $store, TangleFinder $finder, Inventory $inventory): array
    {
        $versions = [];
        $sets = new VersionSets();
        foreach (
            Rows::all(
                "SELECT d.page_id, d.details, d.headers, f.language FROM page_details d JOIN page_facts f
                    ON f.page_id = d.page_id AND f.to_crawl = 0 WHERE d.store_id = ? AND (d.hreflangs > 0
                    OR d.headers LIKE '%hreflang%')",
                [$store->id],
            ) as $row
        ) {
            $page = $inventory->pages[$row->int('page_id')] ?? null;
            $named = KeptDetails::unpack($row->details)['hreflangs'] ?? [];
            $link = ((array) json_decode($row->text('headers'), true))['link'] ?? null;
            $url = is_string($link) && $page !== null ? PageUrl::parse($page->url) : null;
            $known = [];
            foreach (
                [...is_array($named) ? $named : [], ...$url === null ? [] : LinkHeader::of([$link], $url)->hreflangs] as $one
            ) {
                if (! is_array($one) || ! is_string($one['code'] ?? null) || ! is_string($one['url'] ?? null)) {
                    continue;
                }
                $versions[$row->int('page_id')][] = ['code' => $one['code'], 'url' => $one['url']];
                $other = $inventory->find($one['url']);
                $other === null || ($known[] = ['code' => $one['code'], 'page' => $other]);
            }
            $page === null ||
                $sets->add($page->id, $known, $inventory->find($inventory->declared($page)), $row->text('language'));
        }
        foreach ($sets->pairs() as [$page, $other, $isAlone]) {
            $finder->versions($page, $other, $isAlone);
        }

        return array_filter(
            $versions,
            static fn (int $page): bool => $sets->owner($page) === null,
            ARRAY_FILTER_USE_KEY,
        );
    }
}
