<?php

declare(strict_types=1);

namespace App\Connectors\Feed;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpAnswer;
use App\Connectors\Http\HttpRequest;
use Orchard\Core\Url\PageUrl;
use RuntimeException;

/**
 * Asks a feed of rows over HTTP: JSON, bearer token that is renewed when it has run out, pages by cursor, 429 with
 * Retry-After.
 */
final class FeedClient
{
    private ?string $token = null;

    public function __construct(
        private readonly GuardedHttp $http,
        private readonly PageUrl $base,
        private readonly string $secret,
        public readonly FeedMapping $mapping,
    ) {
    }

    /**
     * One page of a part's rows.
     *
     * @return array{rows: list<list<string>>, next: ?string, last_day: ?string, whole_to: ?string} rows in the order of
     *     the part's fields
     *
     * @throws FeedNotNow
     * @throws RuntimeException where the feed refuses or cannot be understood
     */
    public function rows(FeedPart $part, string $from, string $to, ?string $cursor): array
    {
        $data = $this->ask(
            'GET',
            $part->path,
            [$part->names['from'] => $from, $part->names['to'] => $to] +
                $part->ask +
                ($cursor === null ? [] : [$part->names['cursor'] => $cursor]),
        );
        $given = FeedPart::at($data, $part->names['rows']);
        if (! is_array($given)) {
            throw new RuntimeException("The feed's answer has no \"{$part->names['rows']}\".");
        }
        $rows = [];
        foreach ($given as $row) {
            $rows[] = array_values(
                array_map(static function (string $place) use ($row): string {
                    $value = is_array($row) ? FeedPart::at($row, $place) : null;

                    return is_scalar($value)
                        ? (is_float($value)
                            ? rtrim(rtrim(number_format($value, 6, '.', ''), '0'), '.')
                            : (string) $value)
                        : '';
                }, $part->fields),
            );
        }
        $text = static function (string $name) use ($data, $part): ?string {
            $value = FeedPart::at($data, $part->names[$name]);

            return is_scalar($value) && (string) $value !== '' ? (string) $value : null;
        };

        return [
            'rows' => $rows,
            'next' => $text('next'),
            'last_day' => $text('last_day'),
            'whole_to' => $text('whole_to'),
        ];
    }

    /** The day of a simulated feed's clock, moved on by so many days; null where the feed has none. */
    public function clock(int $days = 0): ?string
    {
        if ($this->mapping->clock === null) {
            return null;
        }
        $data =
            $days > 0
                ? $this->ask('POST', $this->mapping->clock, [], ['days' => $days])
                : $this->ask('GET', $this->mapping->clock, []);

        return is_string($data['today'] ?? null) ? $data['today'] : null;
    }

    /**
     * @param  non-empty-string  $method
     * @param  array<string, string>  $query
     * @param  ?array<string, mixed>  $body
     * @return array<array-key, mixed>
     */
    private function ask(string $method, string $path, array $query, ?array $body = null): array
    {
        for ($tries = 0; $tries < 2; $tries++) {
            $answer = $this->http->fetch(
                $this->request($method, $path, $query, $body, ['Authorization' => 'Bearer '.$this->token()]),
            );
            if ($answer->status !== 401 || $this->mapping->token === null) {
                break;
            }
            $this->token = null; // It may have run out.
        }

        return $this->read($answer);
    }

    private function token(): string
    {
        if ($this->mapping->token === null) {
            return $this->secret;
        }
        if ($this->token === null) {
            $data = $this->read(
                $this->http->fetch(
                    $this->request(
                        'POST',
                        $this->mapping->token['path'],
                        [],
                        [$this->mapping->token['secret'] => $this->secret],
                        [],
                    ),
                ),
            );
            $token = FeedPart::at($data, $this->mapping->token['token']);
            $this->token = is_string($token) ? $token : throw new RuntimeException('The feed gave no token.');
        }

        return $this->token;
    }

    /**
     * @param  non-empty-string  $method
     * @param  array<string, string>  $query
     * @param  ?array<string, mixed>  $body
     * @param  array<string, string>  $headers
     */
    private function request(string $method, string $path, array $query, ?array $body, array $headers): HttpRequest
    {
        $url =
            $this->base->resolve($path.($query === [] ? '' : '?'.http_build_query($query))) ??
            throw new RuntimeException('The feed has no such address.');

        return new HttpRequest(
            $url,
            $method,
            ['Accept' => 'application/json'] +
                ($body === null ? [] : ['Content-Type' => 'application/json']) +
                $headers,
            $body === null ? null : json_encode($body, JSON_THROW_ON_ERROR),
            timeout: 60,
            maxBytes: 20_000_000,
        );
    }

    /** @return array<array-key, mixed> */
    private function read(HttpAnswer $answer): array
    {
        if ($answer->status === 429 || $answer->status === 503 || $answer->status === 0 || $answer->status >= 500) {
            throw new FeedNotNow(
                $answer->problem ?? "The feed answered {$answer->status}.",
                max(1, $answer->retryAfter() ?? 10),
            );
        }
        $data = json_decode($answer->body, true, 64);
        if ($answer->status !== 200 || ! is_array($data)) {
            throw new RuntimeException(
                "The feed answered {$answer->status}".
                    (is_array($data) && is_string($data['error'] ?? null)
                        ? ': '.mb_substr($data['error'], 0, 200)
                        : ($answer->status === 200
                            ? ' without JSON.'
                            : '.')),
            );
        }

        return $data;
    }
}
