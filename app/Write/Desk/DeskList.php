<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Catalogue\PlannedResources;
use App\Changes\DraftState;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use App\Write\Review\Claims;
use Generator;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;
use PDO;

/** Reads the desk's rows, a page of them at a time, by key. */
final class DeskList
{
    public const PAGE = 50;

    /** Pages whose draft, as it stands, claims what no fact says; few, for people look at them. */
    private const DOUBTFUL =
        'SELECT t.resource_id FROM write_claims c JOIN resource_texts t ON '.
        Claims::CURRENT.
        ' JOIN drafts d ON d.resource_id = t.resource_id AND d.field = t.field
        WHERE c.store_id = ? AND c.doubtful = 1';

    /** @return array{rows: list<DeskRow>, next: ?string} */
    public function page(Store $store, DeskFilter $filter, int $size = self::PAGE): array
    {
        ['ids' => $ids, 'next' => $next] = $this->order($store, $filter, $size);

        return ['rows' => $this->rows($store, $ids), 'next' => $next];
    }

    /**
     * Resources that the filter shows, in its order, from behind its last row on.
     *
     * @return array{ids: list<int>, next: ?string} and the key to go on with; null where there are no more
     */
    public function order(Store $store, DeskFilter $filter, int $size): array
    {
        [$where, $values] = $this->where($store, $filter);
        [$order, $isDown] = self::orderOf($filter);
        if (
            $filter->after !== null &&
            preg_match('/^([0-9a-f]*)\.(\d+)$/', $filter->after, $found) === 1 &&
            strlen($found[1]) % 2 === 0
        ) {
            $key = $order === 'name_key' ? (string) hex2bin($found[1]) : (int) (string) hex2bin($found[1]);
            $sign = $isDown ? '<' : '>';
            // The first condition alone is a place in the index; the second passes over those of the same key.
            $where .= " AND $order $sign= ? AND ($order $sign ? OR resource_id $sign ?)";
            array_push($values, $key, $key, (int) $found[2]);
        }
        $direction = $isDown ? 'DESC' : 'ASC'; // One direction for both, as the index has them.
        $statement = DB::connection()
            ->getPdo()
            ->prepare(
                "SELECT resource_id, $order AS sort_key FROM write_rows WHERE $where
                ORDER BY $order $direction, resource_id $direction LIMIT ".
                    ($size + 1),
            );
        $statement->execute($values);
        /** @var array<int, int|string> $keys by resource, in their order */
        $keys = $statement->fetchAll(PDO::FETCH_KEY_PAIR);
        $next = null;
        if (count($keys) > $size) {
            array_pop($keys);
            $next = bin2hex((string) end($keys)).'.'.array_key_last($keys);
        }

        return ['ids' => array_keys($keys), 'next' => $next];
    }

    /** @return Generator<list<int>> all resources that the filter shows, in its order, a portion at a time */
    public function portions(Store $store, DeskFilter $filter): Generator
    {
        do {
            ['ids' => $ids, 'next' => $next] = $this->order($store, $filter, 1000);
            yield $ids;
            $filter = $filter->goingOn($next);
        } while ($next !== null);
    }

    /** @return array{string, bool} the expression that rows are ordered by, and whether the highest comes first */
    private static function orderOf(DeskFilter $filter): array
    {
        return match ($filter->sort) {
            'upside' => ['upside', true],
            'wide' => ['title_px', true],
            'seen' => ['impressions', true],
            // Few rows, for somebody picked them.
            'picked' => [
                '(SELECT MIN(s.place) FROM pages p JOIN selected_pages s ON s.page_id = p.id AND s.selection_id = '.
                (int) $filter->selection.
                ' WHERE p.resource_id = write_rows.resource_id)',
                false,
            ],
            default => ['name_key', false],
        };
    }

    /** @return list<int> resources that the filter shows */
    public function ids(Store $store, DeskFilter $filter): array
    {
        [$where, $values] = $this->where($store, $filter);

        return Bulk::ids(
            Rows::all("SELECT resource_id FROM write_rows WHERE $where ORDER BY resource_id", $values),
            'resource_id',
        );
    }

    /** @return list<int> resources of a kind that show no such text, and have none in draft */
    public function without(Store $store, PageKind $kind, TextField $field): array
    {
        return Bulk::ids(
            Rows::all(
                "SELECT w.resource_id FROM write_rows w LEFT JOIN resource_texts t
                    ON t.resource_id = w.resource_id AND t.field = ? WHERE w.store_id = ? AND w.kind = ?
                    AND TRIM(COALESCE(t.draft_shown, t.shown, '')) = '' ORDER BY w.resource_id",
                [$field->value, $store->id, $kind->value],
            ),
            'resource_id',
        );
    }

    /** @return Generator<list<DeskRow>> all that the filter shows, in its order, some at a time */
    public function all(Store $store, DeskFilter $filter, int $size): Generator
    {
        do {
            ['rows' => $rows, 'next' => $next] = $this->page($store, $filter, $size);
            yield $rows;
            $filter = $filter->goingOn($next);
        } while ($next !== null);
    }

    /**
     * @param  array<int>  $ids
     * @return list<DeskRow> in the order of the ids
     */
    public function rows(Store $store, array $ids): array
    {
        if ($ids === []) {
            return [];
        }
        $list = Bulk::list($ids);
        $suffixes = TitleSuffixes::of($store);
        $texts = [];
        foreach (
            Rows::all(
                'SELECT t.*, d.id AS draft_id, d.value AS draft, d.revision, d.state, d.note, d.origin AS draft_origin,
                    d.approved_at, c.doubts
                    FROM resource_texts t LEFT JOIN drafts d ON d.resource_id = t.resource_id AND d.field = t.field
                    LEFT JOIN write_claims c ON d.id IS NOT NULL AND '.
                    Claims::CURRENT.
                    "
                    WHERE t.resource_id IN ($list)",
            ) as $text
        ) {
            $texts[$text->int('resource_id')][$text->int('field')] = $text;
        }
        $byId = [];
        foreach (
            Rows::all(
                "SELECT r.id, r.name, r.url, r.page_id, r.market_id, r.kind, r.from_page, w.title_checks,
                    w.description_checks,
                    w.clicks, w.impressions, w.upside FROM resources r JOIN write_rows w ON w.resource_id = r.id
                    WHERE r.store_id = ? AND r.id IN ($list)",
                [$store->id],
            ) as $row
        ) {
            $kind = PageKind::from($row->int('kind'));
            $suffix = $suffixes->suffix($row->int('market_id'), $kind->value);
            $cells = [];
            foreach (TextField::cases() as $field) {
                $text = $texts[$row->int('id')][$field->value] ?? null;
                $cells[$field->key()] = new DeskCell(
                    $field,
                    (string) $text?->stored,
                    $text?->shown,
                    $text?->draft,
                    $text?->draft_id === null ? null : $text->int('draft_id'),
                    (int) $text?->revision,
                    $text?->state === null ? null : DraftState::from($text->state),
                    $text?->note,
                    (string) ($text->draft_origin ?? $text?->origin),
                    Check::inBits(
                        match ($field) {
                            TextField::Title => $row->int('title_checks'),
                            TextField::Description => $row->int('description_checks'),
                            default => 0,
                        },
                    ),
                    $field === TextField::Title ? $suffix : '',
                    $text?->state === DraftState::Ready->value && $text->approved_at !== null,
                    self::doubts($text?->doubts),
                );
            }
            $byId[$row->int('id')] = new DeskRow(
                $row->int('id'),
                $row->text('name'),
                $row->text('url'),
                $row->intOrNull('page_id'),
                $kind,
                $row->int('market_id'),
                $cells,
                $row->int('clicks'),
                $row->int('impressions'),
                $row->int('upside'),
                $row->int('from_page') === PlannedResources::FROM_PLAN,
            );
        }

        return array_values(array_filter(array_map(static fn (int $id): ?DeskRow => $byId[$id] ?? null, $ids)));
    }

    /** How many pages have a draft that claims what no fact says. */
    public function doubtful(Store $store): int
    {
        return Rows::figure('SELECT COUNT(DISTINCT q.resource_id) AS n FROM ('.self::DOUBTFUL.') q', [$store->id]);
    }

    /**
     * @return array{total: int, checks: array<string, int>, changed: int, states: array<string, int>} numbers for the
     * filters, of the kind that is chosen
     */
    public function counts(Store $store, DeskFilter $filter): array
    {
        [$where, $values] = $this->kindWhere($store, $filter);
        $total = $changed = 0;
        $checks = array_fill_keys(array_map(static fn (Check $check): string => $check->key(), Check::cases()), 0);
        $states = array_fill_keys(
            array_map(static fn (DraftState $state): string => $state->value, DraftState::cases()),
            0,
        );
        // Rows of the same checks and state come as one, straight from the index in its order; there are few sorts of
        // rows.
        foreach (
            Rows::all(
                "SELECT title_checks, description_checks, drafted, state, COUNT(*) AS n FROM write_rows
                    WHERE $where GROUP BY kind, title_checks, description_checks, drafted, state",
                $values,
            ) as $row
        ) {
            $n = $row->int('n');
            $total += $n;
            $changed += $row->drafted > 0 ? $n : 0;
            $bits = match ($filter->field) {
                TextField::Title => $row->int('title_checks'),
                TextField::Description => $row->int('description_checks'),
                default => $row->int('title_checks') | $row->int('description_checks'),
            };
            foreach (Check::inBits($bits) as $check) {
                $checks[$check->key()] += $n;
            }
            foreach (DraftState::cases() as $state) {
                $states[$state->value] += $state->rank() === $row->int('state') ? $n : 0;
            }
        }

        return ['total' => $total, 'checks' => $checks, 'changed' => $changed, 'states' => $states];
    }

    /** @return list<int> drafts of the rows that the filter shows, in the given states; for marking many at once */
    public function draftsOf(Store $store, DeskFilter $filter, DraftState ...$states): array
    {
        [$where, $values] = $this->where($store, $filter);
        $names = implode(',', array_map(static fn (DraftState $state): string => "'{$state->value}'", $states));

        return Bulk::ids(
            Rows::all(
                "SELECT d.id FROM drafts d JOIN (SELECT resource_id FROM write_rows WHERE $where) w ON w.resource_id =
                    d.resource_id WHERE d.state IN ($names) ORDER BY d.id",
                $values,
            ),
            'id',
        );
    }

    /** @return array{string, list<int|string>} */
    private function where(Store $store, DeskFilter $filter): array
    {
        [$where, $values] = $this->kindWhere($store, $filter);
        if ($filter->check !== null) {
            $column = match ($filter->field) {
                TextField::Title => 'title_checks',
                TextField::Description => 'description_checks',
                default => 'any_checks',
            };
            $where .= " AND $column & ".$filter->check->value;
        }
        if ($filter->isFaulty) {
            $where .= ' AND any_checks > 0';
        }
        if ($filter->hasDoubts) {
            $where .= ' AND resource_id IN ('.self::DOUBTFUL.')';
            $values[] = $store->id;
        }
        if ($filter->state === 'changed') {
            $where .= ' AND drafted > 0';
        } elseif ($filter->state !== null) {
            $where .= ' AND state = '.DraftState::from($filter->state)->rank();
        }
        if ($filter->search !== '') {
            // The limit keeps what is found apart: looked up row by row it takes three times as long.
            $where .= ' AND resource_id IN (SELECT resource_id FROM (SELECT resource_id FROM write_row_texts
                WHERE store_id = ? AND LOCATE(?, texts) > 0 LIMIT 100000000) found)';
            array_push($values, $store->id, mb_strtolower($filter->search));
        }

        return [$where, $values];
    }

    /** @return array{string, list<int|string>} */
    private function kindWhere(Store $store, DeskFilter $filter): array
    {
        $where = 'store_id = ?';
        $values = [$store->id];
        if ($filter->kind !== null) {
            $where .= ' AND kind = ?';
            $values[] = $filter->kind->value;
        }
        if ($filter->selection !== null) {
            // The texts of whatever shows under the pages that were picked, be it their main address or another.
            $where .= ' AND resource_id IN (SELECT p.resource_id FROM selected_pages s JOIN page_selections n
                    ON n.id = s.selection_id AND n.store_id = ? JOIN pages p ON p.id = s.page_id
                    WHERE s.selection_id = ? AND p.resource_id IS NOT NULL)';
            array_push($values, $store->id, $filter->selection);
        }

        return [$where, $values];
    }

    /** @return list<string> what a text claims and no fact says */
    private static function doubts(mixed $json): array
    {
        $doubts = is_string($json) ? json_decode($json, true) : null;

        return array_values(array_filter(is_array($doubts) ? array_column($doubts, 'text') : [], is_string(...)));
    }
}
