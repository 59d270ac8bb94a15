<?php

declare(strict_types=1);

namespace App\Gather\Pages;

use App\Inventory\Index\DepthRebuild;
use Illuminate\Http\Request;

/**
 * What the inventory shows, in what order, from where on: everything that stands in the address. A column is asked for
 * by its key: words=..300 (at most), depth=4.. (at least), clicks=10..100, life=out-of-stock.
 */
final readonly class PageFilter
{
    private const MOST_CONDITIONS = 12;

    /**
     * @param  array<string, string>  $asked  by column key, as it was understood
     * @param  list<PageColumn>  $columns  chosen ones; empty for the usual
     * @param  string  $folder  beginning of the path, such as /journal/; empty for all
     * @param  ?int  $selection  a kept selection of pages
     */
    private function __construct(
        public array $asked,
        public string $search,
        public bool $exact,
        public string $folder,
        public ?int $selection,
        public ?int $market,
        public string $sort,
        public bool $isTurned,
        public array $columns,
        public ?string $after,
    ) {
    }

    public static function from(Request $request): self
    {
        return self::of(array_filter($request->query(), is_string(...)));
    }

    /** @param  array<array-key, string>  $given */
    public static function of(array $given): self
    {
        $asked = [];
        foreach (PageColumn::cases() as $column) {
            $value = $given[$column->value] ?? '';
            if ($value !== '' && count($asked) < self::MOST_CONDITIONS && self::condition($column, $value) !== null) {
                $asked[$column->value] = $value;
            }
        }
        // Two older ways to ask, which bookmarks may hold.
        $asked += array_filter(
            [
                'engines' => ['yes' => 'indexable', 'no' => 'not'][$given['indexable'] ?? ''] ?? '',
                'depth' => ($given['reached'] ?? '') === 'no' ? DepthRebuild::UNREACHED.'..' : '',
            ],
            static fn (string $value): bool => $value !== '',
        );
        $sort = (string) preg_replace('/^-/', '', $given['sort'] ?? '');
        $columns = array_values(
            array_filter(array_map(PageColumn::tryFrom(...), explode(',', mb_substr($given['columns'] ?? '', 0, 400)))),
        );
        $number = static fn (string $key): ?int => ctype_digit($given[$key] ?? '') && strlen($given[$key]) < 18
            ? (int) $given[$key]
            : null;

        return new self(
            $asked,
            mb_substr(trim($given['q'] ?? ''), 0, 100),
            ($given['exact'] ?? '') === '1',
            preg_match('~^/[^\x00-\x1f]*$~', $given['folder'] ?? '') === 1 ? mb_strcut($given['folder'], 0, 190) : '',
            $number('selection'),
            $number('market'),
            $sort !== 'address' && PageColumn::tryFrom($sort) !== null ? $sort : 'address',
            str_starts_with($given['sort'] ?? '', '-'),
            $columns,
            ($given['after'] ?? '') === '' ? null : mb_substr($given['after'], 0, 500),
        );
    }

    /**
     * @param  array<string, ?string>  $changes
     * @return array<string, string>
     */
    public function query(array $changes = []): array
    {
        return array_filter(
            $changes +
                $this->asked + [
                    'q' => $this->search,
                    'exact' => $this->exact ? '1' : null,
                    'folder' => $this->folder,
                    'selection' => $this->selection === null ? null : (string) $this->selection,
                    'market' => $this->market === null ? null : (string) $this->market,
                    'sort' => $this->sort === 'address' && ! $this->isTurned
                            ? null
                            : ($this->isTurned ? '-' : '').$this->sort,
                    'columns' => implode(',', array_column($this->columns, 'value')),
                    'after' => null,
                ],
            static fn (?string $value): bool => $value !== null && $value !== '',
        );
    }

    /** Whether anything but the order and the columns is asked for. */
    public function asksForSome(): bool
    {
        return $this->asked !== [] ||
            $this->search !== '' ||
            $this->folder !== '' ||
            $this->selection !== null ||
            $this->market !== null;
    }

    /** @return list<PageColumn> */
    public function columns(bool $hasNumbers): array
    {
        return $this->columns === [] ? PageColumn::usual($hasNumbers) : $this->columns;
    }

    /** What is asked of a column, in words. */
    public static function words(PageColumn $column, string $asked): string
    {
        if (! $column->isNumber()) {
            return mb_strtolower($column->label()).' '.($column->choices()[$asked] ?? $asked);
        }
        if ($column === PageColumn::Depth && $asked === DepthRebuild::UNREACHED.'..') {
            return 'no link reaches';
        }
        [$from, $to] = explode('..', $asked) + ['', ''];

        return mb_strtolower($column->label()).
            ' '.
            match (true) {
                $from === $to => "exactly $from",
                $to === '' => "at least $from",
                $from === '' => "at most $to",
                default => "$from to $to",
            };
    }

    /**
     * The condition for what is asked of a column, on the table that is called i.
     *
     * @return ?array{string, list<int|float>} null where it cannot be understood
     */
    public static function condition(PageColumn $column, string $asked): ?array
    {
        if (! $column->isNumber()) {
            return $column->condition($asked);
        }
        if (
            preg_match(
                '/^(-?\d{1,10}(?:\.\d{1,2})?)?\.\.(-?\d{1,10}(?:\.\d{1,2})?)?$/',
                $asked,
                $found,
                PREG_UNMATCHED_AS_NULL,
            ) !== 1 ||
            ($found[1] === null && ($found[2] ?? null) === null)
        ) {
            return null;
        }
        [$sql, $values] = [[], []];
        foreach ([[$found[1], '>='], [$found[2] ?? null, '<=']] as [$bound, $sign]) {
            if ($bound !== null) {
                $sql[] = "i.{$column->column()} $sign ?";
                $values[] = $column->scale() * (float) $bound;
            }
        }
        if ($column === PageColumn::Position) {
            $sql[] = 'i.position_milli > 0';
        }

        return [implode(' AND ', $sql), $values];
    }
}
