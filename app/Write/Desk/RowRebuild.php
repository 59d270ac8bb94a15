<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Catalogue\Events\ResourcesChanged;
use App\Changes\DraftState;
use App\Changes\Events\TextsChanged;
use App\Inventory\Events\FiguresChanged;
use App\Inventory\Events\InventoryRefreshed;
use App\Inventory\Events\TermsChanged;
use App\Inventory\Figures;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Spelling\Dictionaries;
use App\Stores\Models\Store;
use App\Write\Checks\JudgedText;
use App\Write\Checks\StoreWords;
use App\Write\Checks\TextJudge;
use App\Write\WrittenPage;
use Closure;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;

/**
 * Keeps the desk's list table: one narrow row a resource with the checks of the text that will be shown (the draft
 * where there is one, else the live text). After a crawl all rows are made anew; after a save only those touched and
 * those that share a text with them.
 */
final class RowRebuild
{
    private const CHUNK = 1000;

    public function __construct(
        private readonly Ruler $ruler,
        private readonly Figures $figures,
        private readonly Dictionaries $dictionaries,
    ) {
    }

    public function afterGather(InventoryRefreshed $event): void
    {
        $store = Store::query()->findOrFail($event->storeId);
        $this->all($store, $event->stillAlive);
    }

    public function afterChange(TextsChanged $event): void
    {
        $ids = $event->resourceIds;
        if ($event->digests === []) {
            // No shown text has changed, only where drafts stand: thousands at once when a release begins.
            foreach (array_chunk($ids, 5000) as $chunk) {
                $this->states($chunk);
            }

            return;
        }
        $store = Store::query()->findOrFail($event->storeId);
        array_push($ids, ...EqualTexts::resources($store, array_values($event->digests)));
        foreach (array_chunk(array_values(array_unique($ids)), self::CHUNK) as $chunk) {
            $this->rows($store, 'r.id IN ('.Bulk::list($chunk).')', $this->judge($store));
        }
    }

    public function afterTerms(TermsChanged $event): void
    {
        $store = Store::query()->findOrFail($event->storeId);
        foreach (array_chunk($event->pages, self::CHUNK) as $pages) {
            $list = Bulk::list($pages);
            $this->rows(
                $store,
                "r.id IN (SELECT resource_id FROM pages WHERE id IN ($list) AND resource_id IS NOT NULL)",
                $this->judge($store),
            );
        }
    }

    /**
     * Checks some texts again, of which something else has changed than their words.
     *
     * @param  list<int>  $resources
     */
    public function some(Store $store, array $resources): void
    {
        foreach (array_chunk($resources, self::CHUNK) as $chunk) {
            $this->rows($store, 'r.id IN ('.Bulk::list($chunk).')', $this->judge($store));
        }
    }

    public function afterResources(ResourcesChanged $event): void
    {
        if ($event->resourceIds === []) {
            return;
        }
        $list = Bulk::list($event->resourceIds);
        DB::delete(
            "DELETE w, x FROM write_rows w JOIN resources r ON r.id = w.resource_id AND r.gone = 1
                LEFT JOIN write_row_texts x ON x.store_id = w.store_id AND x.resource_id = w.resource_id
                WHERE w.store_id = ? AND w.resource_id IN ($list)",
            [$event->storeId],
        );
        $this->some(Store::query()->findOrFail($event->storeId), $event->resourceIds);
    }

    private function judge(Store $store): TextJudge
    {
        return new TextJudge($store, $this->ruler, $this->dictionaries);
    }

    /** @param  Closure(): void  $stillAlive */
    public function all(Store $store, Closure $stillAlive): void
    {
        DB::delete(
            'DELETE w, x FROM write_rows w LEFT JOIN resources r ON r.id = w.resource_id AND r.gone = 0
                LEFT JOIN write_row_texts x ON x.store_id = w.store_id AND x.resource_id = w.resource_id
                WHERE w.store_id = ? AND r.id IS NULL',
            [$store->id],
        );
        app(StoreWords::class)->learn($store);
        $stillAlive();
        $repeated = self::repeatedIn($store);
        $stillAlive();
        $judge = $this->judge($store);
        $after = 0;
        while (true) {
            $last = Rows::sole(
                'SELECT MAX(id) AS id FROM (SELECT id FROM resources WHERE store_id = ? AND id > ? ORDER BY id
                    LIMIT '.
                    self::CHUNK.
                    ') chunk',
                [$store->id, $after],
            )->id;
            if ($last === null) {
                NearTexts::mark($store);

                return;
            }
            $this->rows($store, 'r.id > '.$after.' AND r.id <= '.(int) $last, $judge, $repeated);
            $after = (int) $last;
            $stillAlive();
        }
    }

    /** @param  ?array<string, true>  $repeatedAll  where the store's repeated texts are known already */
    private function rows(Store $store, string $which, TextJudge $judge, ?array $repeatedAll = null): void
    {
        $rows = Rows::all(
            'SELECT r.id, r.page_id, r.market_id, r.kind, r.name, r.attributes, t.shown AS title,
                t.draft_shown AS title_draft,
                d.shown AS description, d.draft_shown AS description_draft, '.
                self::digest('t').
                ' AS title_digest, '.
                self::digest('d').
                ' AS description_digest
            FROM resources r JOIN resource_texts t ON t.resource_id = r.id AND t.field = 1 JOIN resource_texts d
            ON d.resource_id = r.id AND d.field = 2
            WHERE r.store_id = ? AND r.gone = 0 AND '.
                $which,
            [$store->id],
        );
        if ($rows === []) {
            return;
        }
        $repeated =
            $repeatedAll ??
            EqualTexts::repeated(
                $store,
                array_values(
                    array_unique(
                        array_filter([
                            ...array_column($rows, 'title_digest'),
                            ...array_column($rows, 'description_digest'),
                        ]),
                    ),
                ),
            );
        $drafts = [];
        foreach (
            Rows::all(
                'SELECT resource_id, field, state FROM drafts WHERE resource_id IN ('.
                    Bulk::list(Bulk::ids($rows, 'id')).
                    ')',
            ) as $draft
        ) {
            $known = $drafts[$draft->int('resource_id')] ?? [0, 0];
            $drafts[$draft->int('resource_id')] = [
                $known[0] | $draft->int('field'),
                max($known[1], DraftState::from($draft->text('state'))->rank()),
            ];
        }
        $seen = self::seen(Bulk::ids($rows, 'id'));
        $upside = $this->upside($store, Bulk::ids($rows, 'id'));
        $pages = Records::of(WrittenPage::class, $rows);
        $judge->meet($pages);
        $near = $repeatedAll === null ? NearTexts::digests(Bulk::list(Bulk::ids($rows, 'id'))) : [];
        $new = $texts = [];
        foreach ($rows as $nth => $row) {
            $shown = [
                (string) ($row->title_draft ?? $row->title),
                (string) ($row->description_draft ?? $row->description),
            ];
            [$title, $description] = $judge->judge($pages[$nth], ...$shown);
            $texts[] = [
                $row->int('id'),
                $store->id,
                mb_strcut(mb_strtolower(implode("\n", [$row->name, ...$shown])), 0, 8000),
            ];
            $twice = static fn (int $field, ?string $digest, JudgedText $text): int => isset(
                $repeated["{$row->market_id} $field $digest"],
            )
                ? $text->bits | (Check::Repeated->value & ~$text->off)
                : $text->bits;
            $titleBits = $twice(1, $row->title_digest, $title);
            $descriptionBits = $twice(2, $row->description_digest, $description);
            [$drafted, $state] = $drafts[$row->int('id')] ?? [0, 0];
            foreach ([$title, $description] as $text) {
                $text->near === null || ($near[$text->near] = $text->near);
            }
            $isOff = static fn (JudgedText $text): bool => ($text->off & Check::NearlyRepeated->value) > 0;
            $new[] = [
                $row->int('id'),
                $store->id,
                $row->int('market_id'),
                $row->int('kind'),
                mb_strcut(mb_strtolower($row->text('name')), 0, 120),
                $titleBits,
                $descriptionBits,
                $titleBits | $descriptionBits,
                $drafted,
                $state,
                $title->pixels,
                $description->pixels,
                $title->near === null ? null : new Bytes($title->near),
                $description->near === null ? null : new Bytes($description->near),
                ($isOff($title) ? TextField::Title->value : 0) |
                ($isOff($description) ? TextField::Description->value : 0),
                ...$seen[$row->int('id')] ?? [0, 0],
                $upside[$row->int('id')] ?? 0,
            ];
        }
        Bulk::over(
            'write_rows',
            [
                'resource_id', 'store_id', 'market_id', 'kind', 'name_key', 'title_checks', 'description_checks',
                'any_checks', 'drafted', 'state', 'title_px', 'description_px', 'title_near', 'description_near',
                'near_off', 'clicks', 'impressions', 'upside',
            ],
            $new,
        );
        Bulk::over('write_row_texts', ['resource_id', 'store_id', 'texts'], $texts);
        $repeatedAll === null && NearTexts::mark($store, array_values($near));
    }

    /**
     * @param  list<int>  $resources
     * @return array<int, array{int, int}> clicks and impressions of all their pages, by resource
     */
    private static function seen(array $resources): array
    {
        $seen = [];
        $list = Bulk::list($resources);
        foreach (
            Rows::all(
                "SELECT p.resource_id, SUM(i.clicks) AS clicks, SUM(i.impressions) AS impressions FROM pages p
                    JOIN page_index i ON i.page_id = p.id WHERE p.resource_id IN ($list) GROUP BY p.resource_id",
            ) as $page
        ) {
            $seen[$page->int('resource_id')] = [$page->int('clicks'), $page->int('impressions')];
        }

        return $seen;
    }

    /**
     * @param  list<int>  $resources
     * @return array<int, int> what all their pages could earn more, rounded, by resource
     */
    private function upside(Store $store, array $resources): array
    {
        $pages = [];
        $list = Bulk::list($resources);
        foreach (Rows::all("SELECT id, resource_id FROM pages WHERE resource_id IN ($list)") as $page) {
            $pages[$page->int('id')] = $page->int('resource_id');
        }
        $upside = [];
        foreach ($this->figures->of('upside', $store, array_keys($pages)) as $page => $value) {
            $upside[$pages[$page]] = ($upside[$pages[$page]] ?? 0.0) + max(0.0, $value);
        }

        return array_map(static fn (float $sum): int => (int) round($sum), $upside);
    }

    /** Takes over what the pages could earn more, row by row where it is another than before. */
    public function afterWeighing(FiguresChanged $event): void
    {
        $store = Store::query()->findOrFail($event->storeId);
        $after = 0;
        do {
            $rows = Rows::all(
                'SELECT resource_id, upside FROM write_rows WHERE store_id = ? AND resource_id > ?
                    ORDER BY resource_id
                    LIMIT '.self::CHUNK,
                [$store->id, $after],
            );
            $upside = $rows === [] ? [] : $this->upside($store, Bulk::ids($rows, 'resource_id'));
            $new = [];
            foreach ($rows as $row) {
                $after = $row->int('resource_id');
                $value = $upside[$after] ?? 0;
                if ($value !== $row->int('upside')) {
                    $new[] = "SELECT $after AS id, $value AS upside";
                }
            }
            $new === [] ||
                DB::update(
                    'UPDATE write_rows w JOIN ('.
                        implode(' UNION ALL ', $new).
                        ') n ON n.id = w.resource_id
                    SET w.upside = n.upside',
                );
            ($event->stillAlive)();
        } while (count($rows) === self::CHUNK);
    }

    /** @param  list<int>  $ids */
    private function states(array $ids): void
    {
        if ($ids === []) {
            return;
        }
        $list = Bulk::list($ids);
        $ranked = implode(
            ',',
            array_map(static fn (DraftState $state): string => "'{$state->value}'", DraftState::cases()),
        );
        DB::update("UPDATE write_rows w LEFT JOIN (SELECT resource_id, BIT_OR(field) AS fields, MAX(FIELD(state, $ranked))
            AS state FROM drafts WHERE resource_id IN ($list) GROUP BY resource_id) d
                ON d.resource_id = w.resource_id
            SET w.drafted = COALESCE(d.fields, 0), w.state = COALESCE(d.state, 0) WHERE w.resource_id IN ($list)");
    }

    /** The digest of what a text shows, or is to show. */
    private static function digest(string $alias): string
    {
        return "COALESCE($alias.draft_digest, IF($alias.draft_shown IS NULL, $alias.shown_digest, NULL))";
    }

    /**
     * All of a store's texts that more than one resource of their market shows, or is to show. Asked portion by
     * portion, a text that thousands share would be counted anew for each (20,000 resources: 50 seconds).
     *
     * @return array<string, true> by market, field and digest
     */
    private static function repeatedIn(Store $store): array
    {
        $repeated = [];
        foreach (
            Rows::all(
                'SELECT t.market_id, t.field, '.
                    self::digest('t').
                    ' AS digest FROM resources r JOIN resource_texts t ON t.resource_id = r.id AND t.field IN (1, 2)
                        WHERE r.store_id = ? AND r.gone = 0 GROUP BY t.market_id, t.field, digest HAVING
                        COUNT(*) > 1
                        AND digest IS NOT NULL',
                [$store->id],
            ) as $row
        ) {
            $repeated["{$row->market_id} {$row->field} {$row->digest}"] = true;
        }

        return $repeated;
    }
}
