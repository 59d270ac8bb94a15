<?php

declare(strict_types=1);

namespace App\Stores\Shop;

use App\Connectors\Shop\Mapping\Place;
use App\Connectors\Shop\Mapping\Pointer;
use App\Connectors\Shop\Mapping\ShopMapping;
use App\Connectors\Shop\ShopUnavailable;
use App\Stores\Connections;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\Cache;
use InvalidArgumentException;
use stdClass;

/** The first page of a list as the shop answers it: shown for choosing, kept for an hour. */
final readonly class Sample
{
    private const LONGEST = 1_000_000;

    private const MOST_LINES = 500;

    /** @param  array<array-key, mixed>  $data */
    private function __construct(public int $status, public int $milliseconds, public array $data)
    {
    }

    /**
     * Asks for the first page of a list.
     *
     * @throws ShopUnavailable
     * @throws InvalidArgumentException where sign-in or list are not whole yet
     */
    public static function fetch(Connections $connections, Store $store, stdClass $draft, int $place): self
    {
        $list = $draft->lists[$place] ?? throw new InvalidArgumentException('There is no such list.');
        $least = (object) array_filter([
            'mapping' => 1,
            'sign_in' => $draft->sign_in,
            'rate' => $draft->rate ?? null,
            'lists' => [
                (object) array_filter(
                    [
                        'name' => 'sample',
                        'kind' => 'other',
                        'list' => $list->list,
                        'items' => '',
                        'fields' => (object) ['id' => ''],
                        'paging' => $list->paging ?? null,
                    ],
                    static fn (mixed $part): bool => $part !== null,
                ),
            ],
        ]);
        $mapping = ShopMapping::fromJson(MappingDraft::json($least));
        $shape = $mapping->lists[0];
        $begun = microtime(true);
        $answer = $connections
            ->signed($store, $mapping)
            ->send($shape->list->method, $shape->paging->ask($shape->list->filled(['cursor' => '']), null));
        $spent = (int) round((microtime(true) - $begun) * 1000);
        if ($answer->status === 0) {
            throw ShopUnavailable::silent((string) $answer->problem);
        }
        $data = json_decode($answer->body, true, 64);
        if ($answer->status >= 300) {
            throw ShopUnavailable::answered(
                $answer->status,
                is_array($data)
                    ? mb_substr((string) json_encode($data, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE), 0, 200)
                    : '',
                $answer->retryAfter(),
                (string) $list->list->path,
            );
        }
        if (! is_array($data)) {
            throw ShopUnavailable::garbled('it answers, but not with JSON.');
        }
        $sample = new self($answer->status, $spent, $data);
        if (strlen($answer->body) <= self::LONGEST) {
            Cache::put(self::key($store, (string) $list->name), [$answer->status, $spent, $data], 3600);
        }

        return $sample;
    }

    public static function kept(Store $store, string $list): ?self
    {
        $kept = Cache::get(self::key($store, $list));

        return is_array($kept) && is_int($kept[0] ?? null) && is_int($kept[1] ?? null) && is_array($kept[2] ?? null)
            ? new self($kept[0], $kept[1], $kept[2])
            : null;
    }

    /** @return list<mixed> */
    public function entries(stdClass $list): array
    {
        $entries = self::pointer($list->items ?? '')->read($this->data);

        return is_array($entries) ? array_values($entries) : [];
    }

    /** @return list<mixed> items without what wraps them */
    public function items(stdClass $list): array
    {
        $inside = self::pointer($list->inside ?? '');

        return array_map(static fn (mixed $entry): mixed => $inside->read($entry), $this->entries($list));
    }

    /** In how many of the items a field is found; null where its place cannot be read. */
    public function found(stdClass $list, string|stdClass $place): ?int
    {
        if (is_string($place) && preg_match('~^(/([^\~/]|\~[01])*)*$~', $place) !== 1) {
            return null;
        }
        try {
            $at = Place::of($place);
        } catch (\Throwable) {
            return null;
        }

        return count(array_filter($this->items($list), static fn (mixed $item): bool => $at->exists($item)));
    }

    /**
     * The answer line by line: the first entry of the list whole, of the others their number.
     *
     * @return list<array{depth: int, name: ?string, place: ?string, text: string, kind: string, more: int}> kind is
     *     value, open, close or more
     */
    public function lines(stdClass $list): array
    {
        $lines = [];
        self::walk($this->data, ['', null, 0], (string) ($list->items ?? ''), $lines);

        return array_slice($lines, 0, self::MOST_LINES);
    }

    /**
     * @param  array{string, ?string, int}  $at  place and name of the value, and how deep it lies
     * @param  list<array{depth: int, name: ?string, place: ?string, text: string, kind: string, more: int}>  $lines
     */
    private static function walk(mixed $value, array $at, string $items, array &$lines): void
    {
        [$place, $name, $depth] = $at;
        if (count($lines) > self::MOST_LINES) {
            return;
        }
        if (! is_array($value)) {
            $text = (string) json_encode(
                $value,
                JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE,
            );
            $lines[] = [
                'depth' => $depth,
                'name' => $name,
                'place' => $place,
                'text' => $text,
                'kind' => 'value',
                'more' => 0,
            ];

            return;
        }
        $isList = array_is_list($value);
        $lines[] = [
            'depth' => $depth,
            'name' => $name,
            'place' => $isList ? $place : null,
            'text' => $isList ? '[' : '{',
            'kind' => 'open',
            'more' => 0,
        ];
        $shown = $isList ? array_slice($value, 0, $place === $items ? 1 : 3, true) : $value;
        foreach ($shown as $key => $inner) {
            self::walk(
                $inner,
                [
                    $place.'/'.str_replace(['~', '/'], ['~0', '~1'], (string) $key),
                    $isList ? null : (string) $key,
                    $depth + 1,
                ],
                $items,
                $lines,
            );
        }
        if (count($shown) < count($value)) {
            $lines[] = [
                'depth' => $depth + 1,
                'name' => null,
                'place' => null,
                'text' => '',
                'kind' => 'more',
                'more' => count($value) - count($shown),
            ];
        }
        $lines[] = [
            'depth' => $depth,
            'name' => null,
            'place' => null,
            'text' => $isList ? ']' : '}',
            'kind' => 'close',
            'more' => 0,
        ];
    }

    private static function pointer(mixed $text): Pointer
    {
        return Pointer::of(is_string($text) && preg_match('~^(/([^\~/]|\~[01])*)*$~', $text) === 1 ? $text : '/ ');
    }

    private static function key(Store $store, string $list): string
    {
        return "shop-sample-{$store->id}-".md5($list);
    }
}
