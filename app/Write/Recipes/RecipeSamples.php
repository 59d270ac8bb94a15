<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Inventory\CollectionPages;
use App\Platform\Database\Records;
use App\Stores\Models\Store;
use App\Write\WrittenPage;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\Recipes\Recipe;
use Orchard\Core\Wording\TextField;

/** What a recipe that is being built would make of ten pages that differ most. */
final class RecipeSamples
{
    /** Pages that are tried so that those that differ most can be shown. */
    private const TRIED = 400;

    /** Pages that are looked at to find so many for which a narrowed recipe writes. */
    private const LOOKED_AT = 4000;

    public function __construct(private readonly RecipeFacts $facts, private readonly Ruler $ruler)
    {
    }

    /**
     * Those that could earn most, the shortest and the longest text, and those that lack most of what it asks for.
     *
     * @return list<RecipeSample>
     */
    public function of(Store $store, Recipe $recipe, RecipePages $which, TextField $field): array
    {
        $made = $this->tried($store, $recipe, $which, $field);
        $chosen = [];
        $take = static function (string $why, int $most, callable $worth) use (&$chosen, $made): void {
            $order = array_map($worth, $made);
            arsort($order);
            foreach (array_keys($order) as $nth) {
                if ($most === 0) {
                    return;
                }
                if (! isset($chosen[$nth]) && $order[$nth] > 0) {
                    $chosen[$nth] = $made[$nth]->because($why);
                    $most--;
                }
            }
        };
        $take('most to gain', 4, static fn (RecipeSample $one): float => 1 + $one->worth);
        $take('lacks facts', 2, static fn (RecipeSample $one): float => (float) $one->lacking);
        $take('longest', 2, static fn (RecipeSample $one): float => (float) $one->pixels);
        $take('shortest', 2, static fn (RecipeSample $one): float => $one->shown === '' ? 0.0 : 1 / (1 + $one->pixels));

        return array_values($chosen);
    }

    /** @return list<RecipeSample> */
    private function tried(Store $store, Recipe $recipe, RecipePages $which, TextField $field): array
    {
        $targets = RecipeTargets::of($store, $field);
        $asked = [...$recipe->facts(), ...array_column($which->facts, 'name')];
        $ofCollection = $which->collection === null ? null : CollectionPages::productsOf($store, $which->collection);
        $made = [];
        for ($from = 0; $from < self::LOOKED_AT; $from += self::TRIED) {
            $rows = Records::select(
                RecipeRow::class,
                'SELECT r.id, r.name, r.attributes, r.market_id, r.page_id, r.kind, w.upside, w.impressions
                    FROM (SELECT resource_id, upside, impressions FROM write_rows WHERE store_id = ? AND kind = ?
                        ORDER BY upside DESC, resource_id DESC LIMIT '.
                    self::TRIED.
                    " OFFSET $from) w
                    JOIN resources r ON r.id = w.resource_id ORDER BY w.upside DESC, w.impressions DESC, r.id",
                [$store->id, $which->kind->value],
            );
            $facts = $this->facts->of(
                $store,
                array_map(static fn (RecipeRow $row): WrittenPage => $row->page(), $rows),
                $asked,
            );
            foreach ($rows as $row) {
                $page = RecipePage::from($row, $facts[$row->id]);
                if (! $which->hold($page, $ofCollection)) {
                    continue;
                }
                $target = $targets->for($page->marketId, $page->kind->value);
                $text = $recipe->compose($page->facts, $target, $this->ruler);
                $shown = $text->text === '' ? '' : $text->text.$target->suffix;
                $made[] = new RecipeSample(
                    $page->facts['name'],
                    $shown,
                    (int) round($this->ruler->pixels($shown, $target->slot->fontSize)),
                    (int) ($target->slot->lineWidth * $target->slot->lines),
                    ! $text->fits,
                    $row->upside + $row->impressions / 1e9,
                    count($recipe->lacking($page->facts)),
                );
            }
            if (count($rows) < self::TRIED || count($made) >= self::TRIED) {
                break;
            }
        }

        return array_slice($made, 0, self::TRIED);
    }
}
