<?php

declare(strict_types=1);

namespace Tests\Web;

use BadMethodCallException;
use Illuminate\Testing\TestResponse;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use RuntimeException;
use Tests\TestCase;

/**
 * A client made from the description alone: an operation is called by its operationId, and its answer is held against
 * the
 * schema that is described for its status, key by key.
 */
final class ApiClient
{
    private const NAME = 'https://client.invalid/openapi.json';

    /** @var array<string, array{path: string, method: string, described: array<string, mixed>}> by operationId */
    public readonly array $operations;

    private readonly Validator $validator;

    /** @var array<string, int> answers by operationId that fitted their description */
    public array $answered = [];

    public function __construct(private readonly TestCase $test, private readonly string $token)
    {
        $text = (string) file_get_contents(resource_path('api/openapi.json'));
        $described = json_decode($text, true, flags: JSON_THROW_ON_ERROR);
        $operations = [];
        foreach ($described['paths'] as $path => $methods) {
            foreach ($methods as $method => $operation) {
                $operations[$operation['operationId']] = [
                    'path' => $path,
                    'method' => $method,
                    'described' => $operation,
                ];
            }
        }
        $this->operations = $operations;
        $this->validator = new Validator();
        $this->validator->resolver()?->registerRaw($this->strict($text), self::NAME);
    }

    /**
     * @param  array<string, string|int>  $in  what stands in the path and the query
     * @param  array<string, mixed>|string|null  $body  sent as JSON; a string as it is
     * @return array<string, mixed> the answer
     */
    public function call(string $operation, array $in = [], array|string|null $body = null, ?int $status = null): array
    {
        ['path' => $path, 'method' => $method, 'described' => $described] =
            $this->operations[$operation] ?? throw new BadMethodCallException("There is no operation $operation.");
        $asked = [];
        foreach ($in as $name => $value) {
            if (str_contains($path, '{'.$name.'}')) {
                $path = str_replace('{'.$name.'}', (string) $value, $path);
            } else {
                $asked[$name] = $value;
            }
        }
        $at = "/api/v1$path".($asked === [] ? '' : '?'.http_build_query($asked));
        app('auth')->forgetGuards();
        $answer = $this->send($method, $at, $body);
        $status ??= (int) array_key_first(
            array_filter(
                $described['responses'],
                static fn (int|string $code): bool => $code < 300,
                ARRAY_FILTER_USE_KEY,
            ),
        );
        if ($answer->status() !== $status) {
            throw new RuntimeException(
                "$operation answered {$answer->status()}: ".substr((string) $answer->content(), 0, 600),
            );
        }
        if ($status < 300) {
            $this->hold($operation, $method, (string) $answer->content(), $status);
        }

        return (array) $answer->json();
    }

    /**
     * @param  array<string, mixed>|string|null  $body
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function send(string $method, string $at, array|string|null $body): TestResponse
    {
        $headers = ['Authorization' => "Bearer {$this->token}", 'Accept' => 'application/json'];

        return is_string($body)
            ? $this->test->call(
                strtoupper($method),
                $at,
                [],
                [],
                [],
                $this->server(
                    $headers + [
                        'Content-Type' => 'application/octet-stream',
                        'Content-Length' => (string) strlen($body),
                    ],
                ),
                $body,
            )
            : $this->test->json(strtoupper($method), $at, $body ?? [], $headers);
    }

    /**
     * @param  array<string, string>  $headers
     * @return array<string, string>
     */
    private function server(array $headers): array
    {
        $server = [];
        foreach ($headers as $name => $value) {
            $key = strtoupper(str_replace('-', '_', $name));
            $server[in_array($key, ['CONTENT_TYPE', 'CONTENT_LENGTH'], true) ? $key : "HTTP_$key"] = $value;
        }

        return $server;
    }

    private function hold(string $operation, string $method, string $content, int $status): void
    {
        $place = str_replace(['~', '/', '{', '}'], ['~0', '~1', '%7B', '%7D'], $this->operations[$operation]['path']);
        $error = $this->validator
            ->validate(
                json_decode($content, false, 64, JSON_THROW_ON_ERROR),
                self::NAME."#/paths/$place/$method/responses/$status/content/application~1json/schema",
            )
            ->error();
        if ($error !== null) {
            throw new RuntimeException(
                "$operation is not as described: ".
                    json_encode((new ErrorFormatter())->format($error)).
                    ' in '.
                    substr($content, 0, 400),
            );
        }
        $this->answered[$operation] = ($this->answered[$operation] ?? 0) + 1;
    }

    /** The description with every object closed: an answer has the described keys and no others. */
    private function strict(string $text): string
    {
        $close = static function (mixed $node) use (&$close): mixed {
            if (is_array($node)) {
                return array_map($close, $node);
            }
            if ($node instanceof \stdClass) {
                foreach (get_object_vars($node) as $key => $value) {
                    $node->{$key} = $close($value);
                }
                if (
                    isset($node->properties, $node->required) &&
                    $node->properties instanceof \stdClass &&
                    ! isset($node->additionalProperties)
                ) {
                    $node->additionalProperties = false;
                }
            }

            return $node;
        };

        return json_encode($close(json_decode($text, false, flags: JSON_THROW_ON_ERROR)), JSON_THROW_ON_ERROR);
    }
}
