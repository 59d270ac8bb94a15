<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

use App\Platform\Typed;
use stdClass;

/**
 * Where a field stands in an item: at a pointer, or in the attached record that is recognised by some of its values.
 */
final readonly class Place
{
    /** @param  array<string, string>  $where  texts by pointer, that the record must have; empty for a plain pointer */
    private function __construct(
        private Pointer $at,
        private array $where,
        private Pointer $value,
        private ?Pointer $record,
    ) {
    }

    /** @param  string|stdClass  $given  as in the mapping: a pointer, or an object with in, where, value, record */
    public static function of(string|stdClass $given): self
    {
        if (is_string($given)) {
            return new self(Pointer::of($given), [], Pointer::of(''), null);
        }
        $where = [];
        foreach (get_object_vars($given->where) as $pointer => $wanted) {
            $where[Typed::text($pointer)] = is_bool($wanted) ? ($wanted ? 'true' : 'false') : Typed::text($wanted);
        }

        return new self(
            Pointer::of((string) $given->in),
            $where,
            Pointer::of((string) $given->value),
            isset($given->record) ? Pointer::of((string) $given->record) : null,
        );
    }

    /** @return array<string, self> by field */
    public static function all(stdClass $fields): array
    {
        $places = [];
        foreach (get_object_vars($fields) as $field => $given) {
            $places[(string) $field] = self::of($given instanceof stdClass ? $given : Typed::text($given));
        }

        return $places;
    }

    public function exists(mixed $item): bool
    {
        return $this->where === [] ? $this->at->exists($item) : $this->entry($item) !== null;
    }

    public function text(mixed $item): string
    {
        if ($this->where !== []) {
            return (string) $this->value->text($this->entry($item));
        }
        $value = $this->at->read($item);
        if (is_array($value)) {
            return implode(', ', array_map(strval(...), array_filter($value, is_scalar(...))));
        }

        return (string) $this->at->text($item);
    }

    /** The attached record's own number; '' where it has none yet. */
    public function record(mixed $item): string
    {
        return (string) $this->record?->text($this->entry($item));
    }

    /** @return ?array<array-key, mixed> */
    private function entry(mixed $item): ?array
    {
        $list = $this->at->read($item);
        foreach (is_array($list) ? $list : [] as $entry) {
            $fits = is_array($entry);
            foreach ($this->where as $pointer => $wanted) {
                $fits = $fits && Pointer::of($pointer)->text($entry) === $wanted;
            }
            if ($fits) {
                return (array) $entry;
            }
        }

        return null;
    }
}
