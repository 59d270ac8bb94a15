<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Changes\AddressField;
use App\Changes\ShownPart;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Release\Items\FieldChange;
use App\Release\Items\Via;
use App\Stores\Models\Store;
use Generator;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Redirects\AddressPattern;
use Orchard\Core\Redirects\Redirect;
use Orchard\Core\Url\PageUrl;

/**
 * The list that a person or a developer works by: settings of addresses by what they have in common, texts page by
 * page. Whether something is
 * done is told by the live check alone.
 */
final readonly class HandedList
{
    /** Addresses that share a rule from which on it is a matter of the template. */
    private const LEAST = 3;

    private const EXAMPLES = 10;

    public function __construct(private Store $store, private int $release)
    {
    }

    /** @return list<HandedGroup> templates first, then those that stand by themselves; without redirects */
    public function groups(): array
    {
        $groups = [];
        foreach ($this->addresses() as [$url, $change, $isDone]) {
            if ($change->field === AddressField::Redirect) {
                continue;
            }
            $value = self::valueOf($change, $url);
            $pattern = AddressPattern::between($url, $value);
            $key = $change->field->key()."\n".($pattern->isRule() ? $pattern->key() : $url->text());
            $groups[$key] ??= [
                'field' => lcfirst($change->field->label()),
                'pattern' => $pattern,
                'rows' => [],
                'count' => 0,
                'done' => 0,
            ];
            $groups[$key]['count']++;
            $groups[$key]['done'] += $isDone ? 1 : 0;
            if (count($groups[$key]['rows']) < self::EXAMPLES) {
                $groups[$key]['rows'][] = ['url' => $url->text(), 'value' => $value, 'isDone' => $isDone];
            }
        }
        $made = array_map(self::group(...), array_values($groups));
        usort(
            $made,
            static fn (HandedGroup $a, HandedGroup $b): int => [$b->isTemplate, $b->count] <=> [
                $a->isTemplate,
                $a->count,
            ],
        );

        return $made;
    }

    /**
     * Texts that somebody is to put in.
     *
     * @return Generator<int, array{name: string, url: string, field: string, before: string, after: string,
     *     isDone: bool}>
     */
    public function texts(): Generator
    {
        foreach ($this->items('r.id IS NOT NULL AND i.page_id IS NULL') as $item) {
            foreach ($item->changes() as $change) {
                yield [
                    'name' => (string) $item->name,
                    'url' => (string) $item->resourceUrl,
                    'field' => $change->field->label(),
                    'before' => $change->base,
                    'after' => $change->target,
                    'isDone' => $item->seen === 'seen',
                ];
            }
        }
    }

    /** @return list<Redirect> */
    public function redirects(): array
    {
        $lines = [];
        foreach ($this->addresses() as [$url, $change]) {
            if ($change->field === AddressField::Redirect && $change->target !== '') {
                $to = $change->target === 'gone' ? null : $url->resolve($change->target);
                $lines[] = new Redirect($url, $to, $change->target === 'gone' ? 410 : 301);
            }
        }

        return $lines;
    }

    /** @return array{count: int, done: int} */
    public function progress(): array
    {
        $row = Rows::maybe(
            DB::table('release_items')
                ->where('release_id', $this->release)
                ->where('store_id', $this->store->id)
                ->where('via', Via::Person->value)
                ->where('state', '<>', 'withdrawn')
                ->selectRaw("COUNT(*) AS n, COALESCE(SUM(seen = 'seen'), 0) AS done")
                ->first(),
        );

        return ['count' => (int) ($row->n ?? 0), 'done' => (int) ($row->done ?? 0)];
    }

    /**
     * @return Generator<int, array{PageUrl, FieldChange, bool}> settings of addresses, and whether each was seen live
     */
    public function addresses(): Generator
    {
        foreach ($this->items('i.page_id IS NOT NULL') as $item) {
            $url = PageUrl::parse((string) $item->pageUrl);
            if ($url === null) {
                continue;
            }
            foreach ($item->changes() as $change) {
                $of = $change->field === AddressField::RobotsFile ? $url->resolve('/robots.txt') ?? $url : $url;
                yield [$of, $change, $item->seen === 'seen'];
            }
        }
    }

    /** @return Generator<int, HandedItem> */
    private function items(string $which): Generator
    {
        $after = 0;
        do {
            $rows = Records::select(
                HandedItem::class,
                "SELECT i.id, i.fields, i.seen, r.name, r.url AS resource_url, p.url AS page_url
                FROM release_items i LEFT JOIN resources r ON r.id = i.resource_id LEFT JOIN pages p ON p.id = i.page_id
                WHERE i.release_id = ? AND i.store_id = ? AND i.via = 'person' AND i.state <> 'withdrawn'
                AND $which AND i.id > ? ORDER BY i.id LIMIT 1000",
                [$this->release, $this->store->id, $after],
            );
            foreach ($rows as $row) {
                $after = $row->id;
                yield $row;
            }
        } while (count($rows) === 1000);
    }

    private static function valueOf(FieldChange $change, PageUrl $url): string
    {
        return match (true) {
            $change->target === '' => '',
            $change->field === AddressField::Canonical => $url->resolve($change->target)?->text() ?? $change->target,
            $change->field === AddressField::Slug => (string) $change->shownAfter,
            $change->field instanceof AddressField => ShownPart::byHand($change->field, $change->target),
            default => $change->target,
        };
    }

    /**
     * @param  array{field: string, pattern: AddressPattern, rows: list<array{url: string, value: string,
     *     isDone: bool}>, count: int, done: int}  $group
     */
    private static function group(array $group): HandedGroup
    {
        $isTemplate = $group['count'] >= self::LEAST && $group['pattern']->isRule();
        $words = $isTemplate
            ? "On every URL of the form {$group['pattern']->of}: {$group['field']} = {$group['pattern']->value}"
            : "{$group['rows'][0]['url']}: {$group['field']} = ".
                ($group['rows'][0]['value'] === '' ? 'as the theme sets it' : $group['rows'][0]['value']);

        return new HandedGroup($group['field'], $words, $group['rows'], $group['count'], $group['done'], $isTemplate);
    }
}
