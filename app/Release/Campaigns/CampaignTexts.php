<?php

declare(strict_types=1);

namespace App\Release\Campaigns;

use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\TextContext;
use Orchard\Core\Wording\TextField;

/** Puts texts into a campaign: what pages show now with words in front or behind, or texts as they were given. */
final class CampaignTexts
{
    /** Texts of one campaign. */
    public const MOST = 20_000;

    public function __construct(private readonly Ruler $ruler)
    {
    }

    /**
     * Puts words in front of, or behind, what pages show now.
     *
     * @param  list<int>  $resources
     * @return array{put: int, cut: int, none: int} none: pages that have no such text
     */
    public function wrap(Store $store, int $campaign, array $resources, Wrapping $with): array
    {
        $field = $with->field;
        $markets = Markets::of($store);
        $suffixes = TitleSuffixes::of($store);
        $told = ['put' => 0, 'cut' => 0, 'none' => 0];
        $rows = [];
        foreach (self::texts($store, $resources, $field) as $row) {
            $suffix = $field === TextField::Title ? $suffixes->suffix($row->marketId, $row->kind) : '';
            $own = trim($row->stored) === '' ? (new TextContext(suffix: $suffix))->own($row->shown) : $row->stored;
            if (trim($own) === '') {
                $told['none']++;

                continue;
            }
            $text = trim("$with->front $own $with->behind");
            $slot = $markets->find($row->marketId)->textLimits()->desktopSlot($field);
            if (! $with->alsoCut && $this->ruler->fit($text.$suffix, $slot)->isCut()) {
                $told['cut']++;

                continue;
            }
            $rows[] = [$campaign, $row->id, $field->value, mb_substr($text, 0, $field->longest())];
        }
        $told['put'] = count($rows);
        self::put($rows);

        return $told;
    }

    /** @param  list<array{int, int, int, string}>  $rows  campaign, resource, field and text */
    public static function put(array $rows): void
    {
        Bulk::write('release_campaign_texts', ['campaign_id', 'resource_id', 'field', 'value'], $rows, 'REPLACE');
    }

    /**
     * @param  list<int>  $resources
     * @return iterable<CampaignPage>
     */
    private static function texts(Store $store, array $resources, TextField $field): iterable
    {
        foreach (array_chunk($resources, 2000) as $some) {
            yield from Records::select(
                CampaignPage::class,
                'SELECT r.id, r.market_id, r.kind, t.stored, t.shown FROM resources r
                    JOIN resource_texts t ON t.resource_id = r.id AND t.field = ?
                    WHERE r.store_id = ? AND r.gone = 0 AND r.id IN ('.
                    Bulk::list($some).
                    ')',
                [$field->value, $store->id],
            );
        }
    }

    /**
     * Resources of a kind, or of a list, or both.
     *
     * @param  array<string, mixed>  $given  kind and list, where they are given
     * @return list<int>
     */
    public static function chosen(Store $store, array $given): array
    {
        $ids = DB::table('resources as r')
            ->where('r.store_id', $store->id)
            ->where('r.gone', 0)
            ->whereNotNull('r.page_id')
            ->when(isset($given['kind']), static fn ($query) => $query->where('r.kind', $given['kind']))
            ->when(
                isset($given['list']),
                static fn ($query) => $query
                    ->join('selected_pages as s', 's.page_id', '=', 'r.page_id')
                    ->join('page_selections as l', 'l.id', '=', 's.selection_id')
                    ->where('l.store_id', $store->id)
                    ->where('s.selection_id', $given['list']),
            )
            ->orderBy('r.id')
            ->limit(CampaignTexts::MOST)
            ->pluck('r.id')
            ->all();

        return array_values(array_map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0, $ids));
    }

    /** @param  ?array{int, int}  $text  resource and field; null for all of the campaign */
    public static function takeOut(int $campaign, ?array $text): void
    {
        DB::table('release_campaign_texts')
            ->where('campaign_id', $campaign)
            ->when(
                $text !== null,
                static fn ($query) => $query->where('resource_id', $text[0] ?? 0)->where('field', $text[1] ?? 0),
            )
            ->delete();
    }
}
