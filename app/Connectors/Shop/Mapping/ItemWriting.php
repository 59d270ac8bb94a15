<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

use stdClass;

/** How fields of an item are written: the request, and where each value goes in its body. */
final readonly class ItemWriting
{
    /**
     * @param  array<string, Pointer|stdClass>  $put  by field: a pointer into the body, or an object with append and
     *     entry
     * @param  list<int>  $moved  statuses that mean that the item has another version
     */
    private function __construct(
        public RequestShape $request,
        private array $put,
        public bool $each,
        public ?Pointer $item,
        public array $moved,
    ) {
    }

    public static function of(stdClass $given): self
    {
        return new self(
            RequestShape::of($given->request, 'PATCH'),
            array_map(
                static fn (mixed $where): Pointer|stdClass => is_string($where) ? Pointer::of($where) : (object) $where,
                get_object_vars($given->put),
            ),
            (bool) ($given->each ?? false),
            isset($given->item) ? Pointer::of((string) $given->item) : null,
            isset($given->moved) ? array_map(intval(...), array_values((array) $given->moved)) : [409, 412],
        );
    }

    public function can(string $field): bool
    {
        return isset($this->put[$field]);
    }

    /**
     * @param  array<string, string>  $fields
     * @param  array<string, string>  $values  for the names in the request
     * @param  array<string, string>  $records  numbers of attached records, by field
     * @return array{path: string, headers: array<string, string>, body: stdClass|list<mixed>|null}
     */
    public function request(array $fields, array $values, array $records = []): array
    {
        if ($this->each) {
            $field = (string) array_key_first($fields);
            $values += ['field' => $field, 'value' => $fields[$field] ?? '', 'record' => $records[$field] ?? ''];
        }
        $filled = $this->request->filled($values);
        $body = $filled['body'] instanceof stdClass ? $filled['body'] : new stdClass();
        foreach ($fields as $field => $value) {
            $where = $this->put[$field] ?? null;
            if ($where instanceof Pointer) {
                $where->put($body, $value);
            } elseif ($where !== null) {
                Pointer::of((string) $where->append)->append(
                    $body,
                    RequestShape::fill(
                        RequestShape::copy($where->entry),
                        ['value' => $value, 'field' => $field, 'record' => $records[$field] ?? ''] + $values,
                    ),
                );
            }
        }

        return ['body' => $body] + $filled;
    }
}
