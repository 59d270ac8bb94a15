<?php

declare(strict_types=1);

namespace App\Gather\Files\Types;

use App\Inventory\PageAddress;

/** A row of a list as it was read: cells by field, of the types that their fields have. */
final readonly class ListedRow
{
    /** Bytes of attributes that are kept. */
    private const MOST = 60_000;

    /** @param  array<string, string|int|float|null>  $cells */
    public function __construct(public array $cells, private PageAddress $addresses)
    {
    }

    public function has(string $key): bool
    {
        return isset($this->cells[$key]);
    }

    /** Empty where it has none. */
    public function text(string $key, int $most): string
    {
        return mb_substr((string) ($this->cells[$key] ?? ''), 0, $most);
    }

    public function whole(string $key): ?int
    {
        return $this->has($key) ? (int) $this->cells[$key] : null;
    }

    /** With two decimals. */
    public function rounded(string $key): ?float
    {
        return $this->has($key) ? round((float) $this->cells[$key], 2) : null;
    }

    /** As a decimal column takes it. */
    public function money(string $key): ?string
    {
        return $this->has($key) ? number_format((float) $this->cells[$key], 2, '.', '') : null;
    }

    /** The host of an address. */
    public function host(string $key): string
    {
        return mb_substr((string) parse_url($this->text($key, 2048), PHP_URL_HOST), 0, 255);
    }

    /** An address of the store, in full; null where it is none. */
    public function url(string $key): ?string
    {
        return $this->addresses->urlOf($this->text($key, 2048));
    }

    /**
     * @param  list<string>  $keys  "attributes" may itself be JSON of more of them
     * @return string JSON
     */
    public function attributes(array $keys): string
    {
        $told = array_filter(
            array_intersect_key($this->cells, array_flip($keys)),
            static fn (string|int|float|null $value): bool => $value !== null && $value !== '',
        );
        $more = json_decode((string) ($told['attributes'] ?? ''), true);
        if (is_array($more)) {
            unset($told['attributes']);
            $told += array_filter($more, is_scalar(...));
        }

        return mb_strcut(
            json_encode(
                (object) $told,
                JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
            ),
            0,
            self::MOST,
        );
    }
}
