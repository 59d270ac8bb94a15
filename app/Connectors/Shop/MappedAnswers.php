<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

use App\Connectors\Http\HttpAnswer;
use App\Connectors\Shop\Mapping\ItemWriting;
use App\Connectors\Shop\Mapping\Pointer;
use App\Connectors\Shop\Mapping\ShopMapping;
use App\Connectors\Shop\Mapping\SignedHttp;

/** What the answers of a shop's API mean, by its mapping: data, an error, a wait, or nothing that can be known. */
final readonly class MappedAnswers
{
    public function __construct(private SignedHttp $http, private ShopMapping $mapping)
    {
    }

    /**
     * @param  array{path: string, headers: array<string, string>, body: \stdClass|list<mixed>|null}  $request
     * @return HttpAnswer|WriteOutcome the answer where the shop has done it
     */
    public function sent(ItemWriting $write, array $request): HttpAnswer|WriteOutcome
    {
        $answer = $this->http->send($write->request->method, $request);
        if (in_array($answer->status, $write->moved, true)) {
            return WriteOutcome::moved();
        }
        try {
            $this->data($answer, $request['path'], isWriting: true);
        } catch (ShopUnavailable $unavailable) {
            return self::outcome($unavailable, isWriting: true);
        }

        return $answer;
    }

    /**
     * @param  array<string, string>  $fields
     * @return list<array<string, string>> what goes in one request each
     */
    public static function portions(ItemWriting $write, array $fields): array
    {
        return $write->each
            ? array_map(static fn (string $field): array => [$field => $fields[$field]], array_keys($fields))
            : [$fields];
    }

    /** What an answer that is none means for a write. */
    public static function outcome(ShopUnavailable $unavailable, bool $isWriting): WriteOutcome
    {
        return match (true) {
            $unavailable->status === 429 => WriteOutcome::notNow(
                'The shop asks to wait.',
                // Without a word of when, the next request goes at the pace that was found.
                $unavailable->retryAfter ?? 0,
            ),
            $unavailable->isLockedOut() => WriteOutcome::lockedOut($unavailable->getMessage()),
            $unavailable->isFinal() => WriteOutcome::refused($unavailable->getMessage()),
            // Before anything was sent, nothing can have been done.
            ! $isWriting => WriteOutcome::notNow($unavailable->getMessage(), max(1, $unavailable->retryAfter ?? 1)),
            default => WriteOutcome::unknown($unavailable->getMessage(), $unavailable->retryAfter ?? 0),
        };
    }

    /**
     * What an answer says; throws where it is no answer, or an error, be it one that comes with status 200.
     *
     * @param  bool  $isWriting  then an empty answer is one, too
     * @return array<array-key, mixed>
     *
     * @throws ShopUnavailable
     */
    public function data(HttpAnswer $answer, string $asked, bool $isWriting = false): array
    {
        if ($answer->status === 0) {
            throw ShopUnavailable::silent((string) $answer->problem);
        }
        $data = json_decode($answer->body, true, 64);
        if ($answer->status < 200 || $answer->status >= 300) {
            throw ShopUnavailable::answered(
                $answer->status,
                $this->detail($data),
                $answer->retryAfter(),
                strtok($asked, '?') ?: $asked,
            );
        }
        if ($answer->cut) {
            throw ShopUnavailable::garbled('more than 20 MB at once. Ask for fewer on a page.');
        }
        if (! is_array($data)) {
            if ($isWriting && trim($answer->body) === '') {
                return [];
            }
            throw ShopUnavailable::garbled('no JSON object');
        }
        $error = $this->mapping->errorAt?->read($data);
        if ($error !== null && $error !== [] && $error !== '' && $error !== false) {
            $text = mb_strtolower((string) json_encode($error, JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE));
            $mustWait = array_filter(
                $this->mapping->waitWords,
                static fn (string $word): bool => str_contains($text, mb_strtolower($word)),
            );
            throw ShopUnavailable::answered($mustWait === [] ? 422 : 429, $this->detail($data), $answer->retryAfter());
        }

        return $data;
    }

    private function detail(mixed $data): string
    {
        $mapped = $this->mapping->errorMessage?->text($data);
        if ($mapped !== null && $mapped !== '') {
            return mb_substr($mapped, 0, 300);
        }
        foreach (
            [
                '/detail',
                '/message',
                '/error/message',
                '/error_description',
                '/error',
                '/errors/0/message',
                '/errors/0',
                '/title',
            ] as $usual
        ) {
            $text = Pointer::of($usual)->read($data);
            if (is_string($text) && $text !== '') {
                return mb_substr($text, 0, 300);
            }
        }

        return '';
    }
}
