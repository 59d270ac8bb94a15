<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpAnswer;
use App\Connectors\Http\HttpRequest;
use App\Connectors\Http\SideBySide;
use App\Connectors\Shop\ShopUnavailable;
use Orchard\Core\Url\PageUrl;
use stdClass;

/**
 * Sends requests to a shop's API: signed in, at its pace, to its host alone. A token that has run out is had anew
 * once.
 */
final class SignedHttp
{
    /** Bytes of an answer that are read. */
    private const MOST_BYTES = 20_000_000;

    private ?string $token = null;

    private float $tokenEnds = 0;

    private bool $isSigningIn = false;

    private readonly Pace $pace;

    public function __construct(
        private readonly GuardedHttp $http,
        private readonly PageUrl $base,
        private readonly string $secret,
        private readonly float $timeout,
        private readonly ShopMapping $mapping,
    ) {
        $this->pace = Pace::of($base->text(), $mapping->perSecond, $mapping->burst);
    }

    /**
     * @param  non-empty-string  $method
     * @param  array{path: string, headers: array<string, string>, body: stdClass|list<mixed>|null}  $request
     *
     * @throws ShopUnavailable where no token is to be had, or the address can be none
     */
    public function send(string $method, array $request): HttpAnswer
    {
        for ($try = 1; ; $try++) {
            $headers = $this->headers($request);
            $token = $this->token;
            $went = $this->pace->wait();
            $answer = $this->http->fetch(
                new HttpRequest(
                    $this->url($request['path']),
                    $method,
                    $headers,
                    $request['body'] === null ? null : self::json($request['body']),
                    $this->timeout,
                    self::MOST_BYTES,
                ),
            );
            $this->mapping->usedHeader === null || $this->pace->learn($answer->header($this->mapping->usedHeader));
            $this->pace->answered($answer->status === 429, $went);
            if ($answer->status !== 401 || $this->mapping->signIn->by !== 'client' || $try > 1) {
                return $answer;
            }
            // Another task may have had a new one meanwhile.
            $this->token = $this->token === $token ? null : $this->token;
        }
    }

    /**
     * The same request as people read it, without the secret.
     *
     * @param  array{path: string, headers: array<string, string>, body: stdClass|list<mixed>|null}  $request
     */
    public function inWords(string $method, array $request): string
    {
        $lines = ["$method {$this->url($request['path'])->text()}"];
        $hidden = match ($this->mapping->signIn->by) {
            'header' => [$this->mapping->signIn->header => '••••••••'],
            'basic' => ['Authorization' => 'Basic ••••••••'],
            'none' => [],
            default => ['Authorization' => 'Bearer ••••••••'],
        };
        foreach (
            $hidden + $request['headers'] + ($request['body'] === null ? [] : ['Content-Type' => 'application/json']) as $name => $value
        ) {
            $lines[] = "$name: $value";
        }
        if ($request['body'] !== null) {
            $lines[] = '';
            $lines[] = json_encode(
                $request['body'],
                JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
            );
        }

        return implode("\n", $lines);
    }

    /**
     * Path and query of an address of the same shop; null for one of another host, which must not get to know the key.
     */
    public function pathOf(string $link): ?string
    {
        $url = $this->base->resolve($link);
        $root = rtrim($this->base->text(), '/');

        return $url === null || ! str_starts_with($url->text(), $root.'/')
            ? null
            : substr($url->text(), strlen($root));
    }

    private function url(string $path): PageUrl
    {
        return PageUrl::parse(rtrim($this->base->text(), '/').$path) ??
            throw ShopUnavailable::garbled("the address {$this->base->text()}$path");
    }

    /**
     * @param  array{path: string, headers: array<string, string>, body: stdClass|list<mixed>|null}  $request
     * @return array<string, string>
     */
    private function headers(array $request): array
    {
        $signIn = $this->mapping->signIn;
        $secret = (string) preg_replace('/[\x00-\x1f\x7f]/', '', $this->secret);
        $own = match ($signIn->by) {
            'bearer' => ['Authorization' => "Bearer $secret"],
            'header' => [$signIn->header => $secret],
            'basic' => ['Authorization' => 'Basic '.base64_encode("{$signIn->user}:$secret")],
            'client' => ['Authorization' => 'Bearer '.$this->token()],
            default => [],
        };

        return $own +
            $request['headers'] + ['Accept' => 'application/json'] +
            ($request['body'] === null ? [] : ['Content-Type' => 'application/json']);
    }

    private function token(): string
    {
        // One task asks for it: to some shops a second token is the end of the first.
        while ($this->isSigningIn) {
            SideBySide::pause(0.01);
        }
        if ($this->token !== null && microtime(true) < $this->tokenEnds) {
            return $this->token;
        }
        $this->isSigningIn = true;
        try {
            return $this->signIn();
        } finally {
            $this->isSigningIn = false;
        }
    }

    private function signIn(): string
    {
        $signIn = $this->mapping->signIn;
        $given =
            [
                'grant_type' => 'client_credentials',
                $signIn->idName => $signIn->user,
                $signIn->secretName => $this->secret,
            ] + ($signIn->scope === '' ? [] : ['scope' => $signIn->scope]);
        $answer = $this->http->fetch(
            new HttpRequest(
                $this->url($signIn->path),
                'POST',
                [
                    'Accept' => 'application/json',
                    'Content-Type' => $signIn->asForm ? 'application/x-www-form-urlencoded' : 'application/json',
                ],
                $signIn->asForm ? http_build_query($given) : self::json((object) $given),
                $this->timeout,
                1_000_000,
            ),
        );
        if ($answer->status === 0) {
            throw ShopUnavailable::silent((string) $answer->problem);
        }
        if ($answer->status === 429 || $answer->status >= 500) {
            throw ShopUnavailable::answered($answer->status, 'no token was given', $answer->retryAfter());
        }
        $data = json_decode($answer->body, true, 16);
        $token = $signIn->token->text($data);
        if ($answer->status >= 300 || $token === null || $token === '') {
            throw ShopUnavailable::answered(401, "signing in was answered with {$answer->status}", null);
        }
        $seconds = $signIn->seconds->read($data);
        $this->token = (string) preg_replace('/[\x00-\x1f\x7f]/', '', $token);
        // A little before its end, so that it does not run out on the way.
        $this->tokenEnds = microtime(true) + (is_numeric($seconds) ? max(1, (float) $seconds - 5) : 300);

        return $this->token;
    }

    private static function json(mixed $body): string
    {
        return json_encode(
            $body,
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE,
        );
    }
}
