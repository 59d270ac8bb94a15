<?php

declare(strict_types=1);

namespace App\Connectors\Feed;

use InvalidArgumentException;

/** How a JSON feed of search and sales rows is asked and read; kept in the store's settings. */
final readonly class FeedMapping
{
    /** The form of our own stand-in; a store without a mapping of its own has this one. */
    public const USUAL = '{
  "token": {"path": "/v1/token", "secret": "secret", "token": "token"},
  "clock": "/v1/clock",
  "parts": [
    {"sort": "search", "path": "/v1/search", "ask": {"by": "page"}, "history": 480, "fields": {"day": "day", "page": "page", "clicks": "clicks", "impressions": "impressions", "position": "position"}},
    {"sort": "search", "path": "/v1/search", "ask": {"by": "page,query,device,country"}, "history": 120, "fields": {"day": "day", "page": "page", "query": "query", "device": "device", "country": "country", "clicks": "clicks", "impressions": "impressions", "position": "position"}},
    {"sort": "sales", "path": "/v1/sales", "history": 480, "fields": {"day": "day", "page": "page", "visits": "visits", "orders": "orders", "units": "units", "revenue": "revenue"}}
  ]
}';

    /**
     * @param  ?array{path: string, secret: string, token: string}  $token  where a token is had for the secret: path,
     *     and the names of secret and token in the bodies; null where the secret is the token
     * @param  ?string  $clock  path of a simulated feed's clock; null for a real one
     * @param  list<FeedPart>  $parts
     */
    private function __construct(public ?array $token, public ?string $clock, public array $parts)
    {
    }

    /** @throws InvalidArgumentException with a sentence for people */
    public static function fromJson(string $json): self
    {
        $data = json_decode(trim($json) === '' ? self::USUAL : $json, true, 16);
        if (
            ! is_array($data) ||
            ! is_array($data['parts'] ?? null) ||
            $data['parts'] === [] ||
            count($data['parts']) > 12
        ) {
            throw new InvalidArgumentException('a mapping is a JSON object with one to twelve parts.');
        }
        $token = $data['token'] ?? null;
        if (
            $token !== null &&
            (! is_array($token) ||
                ! is_string($token['path'] ?? null) ||
                ! is_string($token['secret'] ?? null) ||
                ! is_string($token['token'] ?? null))
        ) {
            throw new InvalidArgumentException('"token" needs path, secret and token.');
        }

        return new self(
            $token === null
                ? null
                : [
                    'path' => (string) $token['path'],
                    'secret' => (string) $token['secret'],
                    'token' => (string) $token['token'],
                ],
            is_string($data['clock'] ?? null) ? $data['clock'] : null,
            array_values(
                array_map(
                    static fn (mixed $part): FeedPart => FeedPart::fromArray(is_array($part) ? $part : []),
                    $data['parts'],
                ),
            ),
        );
    }
}
