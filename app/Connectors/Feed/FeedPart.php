<?php

declare(strict_types=1);

namespace App\Connectors\Feed;

use InvalidArgumentException;

/** One kind of rows that a feed tells: where they are asked for, and which of their members is what. */
final readonly class FeedPart
{
    /** Fields by sort of rows, as files of that sort name them. */
    private const FIELDS = [
        'search' => ['day', 'page', 'query', 'country', 'device', 'type', 'clicks', 'impressions', 'position'],
        'sales' => ['day', 'page', 'product', 'visits', 'orders', 'units', 'revenue', 'returned', 'margin'],
    ];

    /**
     * @param  array<string, string>  $ask  parameters that stay the same
     * @param  array<string, string>  $names  names of from, to, cursor in the request, and of rows, next, last_day,
     *     whole_to in the answer
     * @param  int  $history  days back that are pulled at first
     * @param  array<string, string>  $fields  member of a row by field; "keys.page" goes one level in
     */
    private function __construct(
        public string $sort,
        public string $path,
        public array $ask,
        public array $names,
        public int $history,
        public array $fields,
    ) {
    }

    /**
     * @param  array<array-key, mixed>  $data
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public static function fromArray(array $data): self
    {
        $sort = is_string($data['sort'] ?? null) ? $data['sort'] : '';
        if (! isset(self::FIELDS[$sort])) {
            throw new InvalidArgumentException('the sort of a part is search or sales.');
        }
        $path = is_string($data['path'] ?? null) ? $data['path'] : '';
        if (preg_match('~^/[^\s]{0,300}$~', $path) !== 1) {
            throw new InvalidArgumentException('the path of a part begins with a slash.');
        }
        $texts = static fn (mixed $list): array => array_filter(
            is_array($list) ? $list : [],
            static fn (mixed $value, mixed $key): bool => is_string($value) && is_string($key) && strlen($value) <= 500,
            ARRAY_FILTER_USE_BOTH,
        );
        $fields = array_intersect_key($texts($data['fields'] ?? []), array_flip(self::FIELDS[$sort]));
        if (
            ! isset($fields['day']) ||
            (! isset($fields['page']) && ! isset($fields['query']) && ! isset($fields['product']))
        ) {
            throw new InvalidArgumentException(
                'a part tells at least the day, and the page, the query or the product.',
            );
        }
        $names = [
            'from' => 'from',
            'to' => 'to',
            'cursor' => 'cursor',
            'rows' => 'rows',
            'next' => 'next',
            'last_day' => 'last_day',
            'whole_to' => 'whole_to',
        ];

        return new self(
            $sort,
            $path,
            $texts($data['ask'] ?? []),
            array_intersect_key($texts($data), $names) + $names,
            is_int($data['history'] ?? null) ? max(1, min(800, $data['history'])) : 480,
            $fields,
        );
    }

    /**
     * What stands at a member's place in an answer.
     *
     * @param  array<array-key, mixed>  $data
     */
    public static function at(array $data, string $place): mixed
    {
        foreach (explode('.', $place) as $name) {
            if (! is_array($data) || ! array_key_exists($name, $data)) {
                return null;
            }
            $data = $data[$name];
        }

        return $data;
    }
}
