<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\ParameterEffect;
use Orchard\Core\Duplicates\TellingWords;
use Orchard\Core\Url\PageUrl;

/** What a store knows that helps to tell pages apart: its own attributes, its hosts, what its parameters do. */
final class Knowledge
{
    /** An attribute with more values than this is a text and tells nothing by its words. */
    private const MOST_VALUES = 300;

    public static function telling(Store $store): TellingWords
    {
        $values = [];
        foreach (
            Rows::all("SELECT DISTINCT maker FROM page_products WHERE store_id = ? AND maker <> '' LIMIT 5000", [
                $store->id,
            ]) as $row
        ) {
            $values['maker'][$row->text('maker')] = true;
        }
        foreach (
            Rows::all('SELECT attributes FROM resources WHERE store_id = ? AND gone = 0 LIMIT 20000', [$store->id]) as $row
        ) {
            self::add($values, (array) json_decode($row->text('attributes'), true));
        }
        foreach (
            Rows::all(
                "SELECT attributes FROM product_rows WHERE store_id = ? AND is_current = 1 AND attributes <> ''
                    LIMIT 20000",
                [$store->id],
            ) as $row
        ) {
            self::add($values, (array) json_decode($row->text('attributes'), true));
        }
        $words = [];
        foreach ($values as $name => $some) {
            if (
                count($some) <= self::MOST_VALUES &&
                preg_match('/price|stock|currency|collection|rating|review|products/i', (string) $name) !== 1
            ) {
                array_push($words, ...array_map(strval(...), array_keys($some)));
            }
        }
        $settings = $store->options();

        return new TellingWords($words, [
            $store->name,
            ...$settings->brandTerms,
            ...array_values(array_filter($store->markets()->pluck('brand')->all(), is_string(...))),
        ]);
    }

    /** The same, as of the newest finding: for screens, which must not read twenty thousand products. */
    public static function tellingOf(Store $store): TellingWords
    {
        $found = Typed::text(DB::table('untangle_states')->where('store_id', $store->id)->value('found_at'));

        return Cache::remember(
            "untangle telling {$store->id} $found",
            86400,
            static fn (): TellingWords => self::telling($store),
        );
    }

    /**
     * @param  array<string, ParameterEffect>|null  $effects  what is known of parameters by "scope name"; null to look
     *     it up
     */
    public static function form(Store $store, ?array $effects = null): AddressForm
    {
        $base = PageUrl::parse($store->base_url);
        $hosts = array_filter(
            [$base?->authority, ...$store->markets()->pluck('host')->all()],
            static fn (mixed $host): bool => is_string($host) && $host !== '',
        );
        $silent = array_map(
            static fn (): bool => true,
            array_filter(
                $effects ?? self::effects($store),
                static fn (ParameterEffect $effect): bool => $effect->isSilent(),
            ),
        );

        return new AddressForm(array_values(array_unique($hosts)), $store->options()->trackingParameters, $silent);
    }

    /** @return array<string, ParameterEffect> what parameters do, as a person said or as is likely, by "scope name" */
    public static function effects(Store $store): array
    {
        $effects = [];
        foreach (Rows::of(DB::table('untangle_parameters')->where('store_id', $store->id)->get()) as $row) {
            $effect = ParameterEffect::tryFrom((string) ($row->said ?? ($row->is_likely ? $row->effect : '')));
            if ($effect !== null) {
                $effects["$row->scope $row->name"] = $effect;
            }
        }

        return $effects;
    }

    /**
     * @param  array<array-key, array<array-key, true>>  $values
     * @param  array<array-key, mixed>  $attributes
     */
    private static function add(array &$values, array $attributes): void
    {
        foreach ($attributes as $name => $given) {
            foreach (is_string($given) ? explode(', ', $given) : [] as $value) {
                if (
                    mb_strlen($value) <= 30 &&
                    substr_count($value, ' ') <= 2 &&
                    ! is_numeric($value) &&
                    ! in_array($value, ['yes', 'no'], true) &&
                    count($values[$name] ?? []) <= self::MOST_VALUES
                ) {
                    $values[$name][$value] = true;
                }
            }
        }
    }
}
