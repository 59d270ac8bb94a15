<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Changes\DraftState;
use App\Inventory\Terms\PageTerms;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use InvalidArgumentException;
use Orchard\Core\Wording\Bulk\PageText;
use Orchard\Core\Wording\Bulk\TextChange;
use Orchard\Core\Wording\TextField;

/** Works out what a change would make of many texts; it changes nothing. */
final class BulkPreview
{
    /** Texts that are shown, and changed, in one go. */
    public const MOST = 2000;

    private const PORTION = 1000;

    /**
     * @param  iterable<list<int>>  $resources  in the order in which they are told, a portion at a time
     * @param  list<TextField>  $fields
     * @return array{edits: list<array<string, int|string>>, looked: int, more: bool} what would be changed, how many
     *         pages were looked at, and whether there is more than can be changed in one go
     *
     * @throws InvalidArgumentException when the change cannot be made of a text, such as a pattern that takes too long
     */
    public static function of(Store $store, iterable $resources, array $fields, TextChange $change): array
    {
        $edits = [];
        $looked = 0;
        $suffixes = TitleSuffixes::of($store);
        $markets = Markets::of($store);
        foreach ($resources as $ids) {
            foreach (array_chunk($ids, self::PORTION) as $some) {
                $rows = self::rows($store, $some);
                foreach ($some as $id) {
                    $row = $rows[$id] ?? null;
                    if ($row === null) {
                        continue;
                    }
                    $looked++;
                    $market = $markets->find($row->int('market_id'));
                    foreach ($fields as $field) {
                        $key = $field->key();
                        if ($row->{"{$key}_state"} === DraftState::Sending->value) {
                            continue;
                        }
                        $before = (string) ($row->{"{$key}_draft"} ?? $row->{"{$key}_stored"});
                        $text = $change->apply(
                            new PageText(
                                $before,
                                $market->language,
                                $market->brand,
                                $field === TextField::Title ? $suffixes->suffix($market->id, $row->int('kind')) : '',
                                $market->textLimits()->desktopSlot($field),
                                [
                                    'name' => $row->text('name'),
                                    'h1' => $row->text('h1'),
                                    'lead' => $row->text('lead'),
                                    'title' => (string) ($row->title_draft ?? $row->title_stored),
                                    'description' => (string) ($row->description_draft ?? $row->description_stored),
                                    'shop' => $row->text("{$key}_stored"),
                                ],
                            ),
                        );
                        $text = $field->tidy($text);
                        if ($text === $before || mb_strlen($text) > $field->longest()) {
                            continue;
                        }
                        if (count($edits) === self::MOST) {
                            return ['edits' => $edits, 'looked' => $looked, 'more' => true];
                        }
                        $edits[] = [
                            'resource' => $id,
                            'field' => $key,
                            'name' => $row->text('name'),
                            'before' => $before,
                            'text' => $text,
                            'revision' => $row->int("{$key}_revision"),
                        ];
                    }
                }
            }
        }

        return ['edits' => $edits, 'looked' => $looked, 'more' => false];
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, Row> by resource: name, kind, market, H1, lead term, and of each field what the shop
     *     holds,
     *         the draft, its revision and its state
     */
    private static function rows(Store $store, array $ids): array
    {
        $list = Bulk::list($ids);
        $columns = $joins = '';
        foreach (TextField::cases() as $field) {
            $key = $field->key();
            $columns .= ", t$field->value.stored AS {$key}_stored, d$field->value.value AS {$key}_draft,
                d$field->value.revision AS {$key}_revision, d$field->value.state AS {$key}_state";
            $joins .= " LEFT JOIN resource_texts t$field->value ON t$field->value.resource_id = r.id
                AND t$field->value.field = $field->value LEFT JOIN drafts d$field->value
                ON d$field->value.resource_id = r.id AND d$field->value.field = $field->value";
        }
        $rows = [];
        foreach (
            Rows::all(
                "SELECT r.id, r.name, r.kind, r.market_id, r.page_id,
                    JSON_UNQUOTE(JSON_EXTRACT(f.h1s, '\$[0]')) AS h1$columns FROM resources r$joins
                    LEFT JOIN page_facts f ON f.page_id = r.page_id AND f.to_crawl = 0
                    WHERE r.store_id = ? AND r.gone = 0 AND r.id IN ($list)",
                [$store->id],
            ) as $row
        ) {
            $rows[$row->int('id')] = $row;
        }
        $leads = PageTerms::leads(
            array_values(array_filter(array_map(static fn (Row $row): int => $row->int('page_id'), $rows))),
        );
        foreach ($rows as $row) {
            $row->lead = $leads[$row->int('page_id')] ?? '';
        }

        return $rows;
    }
}
