<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

use stdClass;

/** The form of a request: method, path, headers and body, with {names} that values take the place of. */
final readonly class RequestShape
{
    /**
     * @param  non-empty-string  $method
     * @param  array<string, string>  $headers
     * @param  stdClass|list<mixed>|null  $body
     */
    private function __construct(
        public string $method,
        public string $path,
        private array $headers,
        private stdClass|array|null $body,
    ) {
    }

    public static function of(stdClass $given, string $method = 'GET'): self
    {
        /** @var non-empty-string $asked */
        $asked = (string) ($given->method ?? $method);

        return new self(
            $asked,
            (string) $given->path,
            array_map(strval(...), (array) ($given->headers ?? [])),
            isset($given->body) ? (is_array($given->body) ? array_values($given->body) : $given->body) : null,
        );
    }

    /**
     * @param  array<string, string>  $values  by name; in the path they are percent-encoded
     * @return array{path: string, headers: array<string, string>, body: stdClass|list<mixed>|null}
     */
    public function filled(array $values): array
    {
        $headers = [];
        foreach ($this->headers as $name => $value) {
            // A line end in a value would be another header.
            $headers[$name] = (string) preg_replace('/[\x00-\x1f\x7f]/', '', self::text($value, $values));
        }
        $body = $this->body === null ? null : self::fill(self::copy($this->body), $values);

        return [
            'path' => self::text($this->path, array_map(rawurlencode(...), $values)),
            'headers' => $headers,
            'body' => $body instanceof stdClass || is_array($body) ? (is_array($body) ? array_values($body) : $body) : null,
        ];
    }

    /** @param  array<string, string>  $values */
    public static function fill(mixed $part, array $values): mixed
    {
        if ($part instanceof stdClass) {
            foreach (get_object_vars($part) as $name => $inner) {
                $part->{$name} = self::fill($inner, $values);
            }

            return $part;
        }
        if (is_array($part)) {
            return array_map(static fn (mixed $inner): mixed => self::fill($inner, $values), $part);
        }
        if (! is_string($part)) {
            return $part;
        }
        if (preg_match('/^\{(\w+):number\}$/', $part, $found) === 1 && isset($values[$found[1]])) {
            return is_numeric($values[$found[1]]) ? $values[$found[1]] + 0 : $values[$found[1]];
        }
        if (preg_match('/^\{(cursor|record|version)\}$/', $part, $found) === 1) {
            // What is not there yet is null in a body, not an empty text.
            return ($values[$found[1]] ?? '') === '' ? null : $values[$found[1]];
        }

        return self::text($part, $values);
    }

    /** A whole copy, of which the parts can be changed. */
    public static function copy(mixed $part): mixed
    {
        return match (true) {
            $part instanceof stdClass => (object) array_map(self::copy(...), get_object_vars($part)),
            is_array($part) => array_map(self::copy(...), $part),
            default => $part,
        };
    }

    /** @param  array<string, string>  $values */
    private static function text(string $text, array $values): string
    {
        return (string) preg_replace_callback(
            '/\{(\w+)\}/',
            static fn (array $found): string => $values[$found[1]] ?? $found[0],
            $text,
        );
    }
}
