<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpAnswer;
use App\Connectors\Http\HttpRequest;
use Orchard\Core\Url\PageUrl;

/** The admin API over HTTP: JSON, bearer token, ETag and If-Match, 429 with Retry-After. */
final readonly class HttpShopAdmin implements ShopAdmin
{
    private const TEXTS = [
        'title',
        'description',
        'h1',
        'social_title',
        'social_description',
        'canonical',
        'robots',
        'slug',
    ];

    private const SET_FOR_ADDRESSES = ['canonical', 'robots', 'redirect'];

    public function __construct(
        private GuardedHttp $http,
        private PageUrl $base,
        private string $token,
        private float $timeout,
    ) {
    }

    public function list(?string $after): ResourceBatch
    {
        $data = $this->get('/resources?limit=250'.($after === null ? '' : '&after='.rawurlencode($after)));
        $items = is_array($data['items'] ?? null) ? $data['items'] : throw ShopUnavailable::garbled('no items');
        $resources = array_map(
            fn (mixed $item): ShopResource => $this->resource(is_array($item) ? $item : []),
            array_values($items),
        );

        return new ResourceBatch($resources, is_scalar($data['next'] ?? null) ? (string) $data['next'] : null);
    }

    public function read(string $id): ShopResource
    {
        $data = $this->get(self::pathOf($id));

        return str_starts_with($id, self::ADDRESS) ? $this->address($id, $data) : $this->resource($data);
    }

    public function hits(): array
    {
        $hits = [];
        foreach ((array) ($this->get('/hits')['items'] ?? []) as $item) {
            if (is_array($item) && is_string($item['target'] ?? null) && is_numeric($item['hits'] ?? null)) {
                $hits[$item['target']] = [
                    (int) $item['hits'],
                    is_string($item['last_hit'] ?? null) && preg_match('/^\d{4}-\d\d-\d\d$/', $item['last_hit']) === 1
                        ? $item['last_hit']
                        : null,
                ];
            }
        }

        return $hits;
    }

    public function write(string $id, array $fields, string $version): WriteOutcome
    {
        $answer = $this->http->fetch(
            $this->request(
                'PATCH',
                self::pathOf($id),
                ['If-Match' => '"'.$version.'"', 'Content-Type' => 'application/json'],
                json_encode((object) $fields, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
            ),
        );

        return match (true) {
            $answer->status === 200 => $this->applied($id, $answer),
            $answer->status === 412 => WriteOutcome::moved(),
            $answer->status === 429 => WriteOutcome::notNow(
                'The shop asks to wait.',
                max(1, $answer->retryAfter() ?? 5),
            ),
            $answer->status === 0, $answer->status >= 500 => WriteOutcome::unknown(
                $answer->problem ?? "The shop answered {$answer->status}.",
                $answer->retryAfter() ?? 0,
            ),
            default => WriteOutcome::refused("The shop answered {$answer->status}: ".self::detail($answer)),
        };
    }

    private static function pathOf(string $id): string
    {
        return str_starts_with($id, self::ADDRESS)
            ? '/addresses?target='.rawurlencode(substr($id, strlen(self::ADDRESS)))
            : '/resources/'.rawurlencode($id);
    }

    private function applied(string $id, HttpAnswer $answer): WriteOutcome
    {
        $data = json_decode($answer->body, true);
        $data = is_array($data) ? $data : [];
        try {
            return WriteOutcome::applied(
                str_starts_with($id, self::ADDRESS) ? $this->address($id, $data) : $this->resource($data),
            );
        } catch (ShopUnavailable $garbled) {
            return WriteOutcome::unknown($garbled->getMessage());
        }
    }

    /**
     * @return array<int|string, mixed>
     *
     * @throws ShopUnavailable
     */
    private function get(string $path): array
    {
        $answer = $this->http->fetch($this->request('GET', $path));
        if ($answer->status === 0) {
            throw ShopUnavailable::silent((string) $answer->problem);
        }
        if ($answer->status !== 200) {
            throw ShopUnavailable::answered($answer->status, self::detail($answer), $answer->retryAfter());
        }
        $data = json_decode($answer->body, true, 64);

        return is_array($data) ? $data : throw ShopUnavailable::garbled('no JSON object');
    }

    /**
     * @param  non-empty-string  $method
     * @param  array<string, string>  $headers
     */
    private function request(string $method, string $path, array $headers = [], ?string $body = null): HttpRequest
    {
        $url =
            PageUrl::parse(rtrim($this->base->text(), '/').$path) ??
            throw ShopUnavailable::garbled("the address {$this->base->text()}$path");

        return new HttpRequest(
            $url,
            $method,
            ['Authorization' => 'Bearer '.$this->token, 'Accept' => 'application/json'] + $headers,
            $body,
            $this->timeout,
            20_000_000,
        );
    }

    /** @param  array<int|string, mixed>  $data */
    private function address(string $id, array $data): ShopResource
    {
        if (! is_scalar($data['version'] ?? null)) {
            throw ShopUnavailable::garbled('an address without version');
        }
        $fields = [];
        foreach (self::SET_FOR_ADDRESSES as $field) {
            $fields[$field] = is_string($data[$field] ?? null) ? $data[$field] : '';
        }

        return new ShopResource(
            $id,
            'address',
            (string) $data['version'],
            substr($id, strlen(self::ADDRESS)),
            '',
            $fields,
            [],
        );
    }

    /** @param  array<int|string, mixed>  $data */
    private function resource(array $data): ShopResource
    {
        foreach (['id', 'kind', 'version', 'path', 'name'] as $key) {
            if (! is_scalar($data[$key] ?? null)) {
                throw ShopUnavailable::garbled("a resource without $key");
            }
        }
        $fields = [];
        foreach (self::TEXTS as $field) {
            $fields[$field] = is_string($data[$field] ?? null) ? $data[$field] : '';
        }
        $attributes = [];
        foreach (is_array($data['attributes'] ?? null) ? $data['attributes'] : [] as $name => $value) {
            $text = match (true) {
                is_bool($value) => $value ? 'yes' : 'no',
                is_array($value) => implode(', ', array_filter($value, is_string(...))),
                is_scalar($value) => (string) $value,
                default => '',
            };
            if ($text !== '') {
                $attributes[mb_substr((string) $name, 0, 40)] = mb_substr($text, 0, 400);
            }
        }

        return new ShopResource(
            (string) $data['id'],
            (string) $data['kind'],
            (string) $data['version'],
            (string) $data['path'],
            mb_substr((string) $data['name'], 0, 400),
            $fields,
            $attributes,
        );
    }

    private static function detail(HttpAnswer $answer): string
    {
        $data = json_decode($answer->body, true);

        return mb_substr(is_array($data) && is_string($data['detail'] ?? null) ? $data['detail'] : '', 0, 300);
    }
}
