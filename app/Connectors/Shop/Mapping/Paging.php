<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

use stdClass;

/**
 * How a list is turned over: by page number, by offset, by a cursor in the answer, by a Link header (RFC 8288), or not
 * at all.
 */
final readonly class Paging
{
    private function __construct(
        private string $by,
        private string $name,
        private ?Pointer $body,
        private int $first,
        private int $size,
        private ?Pointer $next,
    ) {
    }

    public static function of(?stdClass $given): self
    {
        $by = (string) ($given->by ?? 'none');

        return new self(
            $by,
            (string) ($given->name ?? (['page' => 'page', 'offset' => 'offset', 'cursor' => 'cursor'][$by] ?? '')),
            isset($given->body) ? Pointer::of((string) $given->body) : null,
            (int) ($given->first ?? ($by === 'page' ? 1 : 0)),
            (int) ($given->size ?? 0),
            isset($given->next) ? Pointer::of((string) $given->next) : null,
        );
    }

    /**
     * The request for one page of the list.
     *
     * @param  array{path: string, headers: array<string, string>, body: stdClass|list<mixed>|null}  $request
     * @param  ?string  $mark  what after() told of the page before; null for the first
     * @return array{path: string, headers: array<string, string>, body: stdClass|list<mixed>|null}
     */
    public function ask(array $request, ?string $mark): array
    {
        if ($this->by === 'link') {
            return $mark === null ? $request : ['path' => $mark] + $request;
        }
        $mark ??= $this->by === 'page' || $this->by === 'offset' ? (string) $this->first : null;
        if ($this->by === 'none' || $mark === null) {
            return $request;
        }
        if ($this->body !== null) {
            $body = $request['body'] instanceof stdClass ? $request['body'] : new stdClass();
            $this->body->put($body, $this->by === 'cursor' ? $mark : (int) $mark);

            return ['body' => $body] + $request;
        }
        if ($this->name !== '') {
            $request['path'] .=
                (str_contains($request['path'], '?') ? '&' : '?').
                rawurlencode($this->name).
                '='.
                rawurlencode($mark);
        }

        return $request;
    }

    /**
     * What the next page is asked for with; null after the last.
     *
     * @param  ?string  $mark  of this page
     * @param  ?string  $link  target of the answer's Link header with rel next
     */
    public function after(?string $mark, mixed $answer, int $count, ?string $link): ?string
    {
        if ($this->by === 'none' || $count === 0) {
            return null;
        }
        if ($this->by === 'link') {
            return $link;
        }
        $told = $this->next?->read($answer);
        if ($this->by === 'cursor') {
            return is_scalar($told) && $told !== false && (string) $told !== '' ? (string) $told : null;
        }
        $isLast =
            ($this->next !== null && ($told === null || $told === false || $told === '' || $told === 0)) ||
            ($this->size > 0 && $count < $this->size);

        return $isLast
            ? null
            : (string) ((int) ($mark ?? $this->first) + ($this->by === 'page' ? 1 : max($this->size, $count)));
    }
}
