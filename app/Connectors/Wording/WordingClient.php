<?php

declare(strict_types=1);

namespace App\Connectors\Wording;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpAnswer;
use App\Connectors\Http\HttpRequest;
use App\Platform\Typed;
use Generator;
use Illuminate\Support\Arr;
use InvalidArgumentException;
use Orchard\Core\Url\PageUrl;

/** Asks a service that answers in the widespread form of chat completions, a few questions side by side. */
final class WordingClient
{
    /** Texts of some hundred letters need no more. */
    private const MOST_BYTES = 400_000;

    private const AT_ONCE = 4;

    private readonly PageUrl $url;

    /**
     * @param  string  $base  address below which "chat/completions" is asked
     * @param  float  $seconds  for one whole answer; who drips longer has not answered
     * @param  string  $key  sent as a bearer token; empty where none is needed
     *
     * @throws InvalidArgumentException where the address is none
     */
    public function __construct(
        private readonly GuardedHttp $http,
        string $base,
        private readonly string $model,
        private readonly string $key,
        private readonly float $seconds = 40,
    ) {
        $this->url =
            PageUrl::parse(rtrim($base, '/').'/chat/completions') ??
            throw new InvalidArgumentException('The address of a wording source begins with https:// or http://.');
    }

    /**
     * Words are counted in tokens, which are four letters of English and about three of other languages.
     *
     * @param  list<array{role: string, content: string}>  $messages
     */
    public static function tokens(array $messages): int
    {
        $letters = array_sum(array_map(static fn (array $one): int => strlen($one['content']), $messages));

        return (int) ceil($letters / 3.6);
    }

    /**
     * @template K of array-key
     *
     * @param  array<K, list<array{role: string, content: string}>>  $questions
     * @param  int  $most  tokens that one answer may have
     * @return Generator<K, WordingAnswer> as they come
     */
    public function ask(array $questions, int $most): Generator
    {
        $waiting = array_keys($questions);
        while ($waiting !== [] || $this->http->underWay() > 0) {
            while ($waiting !== [] && $this->http->underWay() < self::AT_ONCE) {
                $key = array_shift($waiting);
                $this->http->add($this->request($questions[$key], $most), $key);
            }
            foreach ($this->http->finished(1.0) as [$key, $answer]) {
                /** @var K $key as add() was given it */
                yield $key => self::read($answer, $questions[$key]);
            }
        }
    }

    /** @param  list<array{role: string, content: string}>  $messages */
    private function request(array $messages, int $most): HttpRequest
    {
        return new HttpRequest(
            $this->url,
            'POST',
            ['Content-Type' => 'application/json', 'Accept' => 'application/json'] +
                ($this->key === '' ? [] : ['Authorization' => 'Bearer '.$this->key]),
            json_encode(
                ['model' => $this->model, 'messages' => $messages, 'max_tokens' => $most, 'stream' => false],
                JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE,
            ),
            $this->seconds,
            self::MOST_BYTES,
        );
    }

    /** @param  list<array{role: string, content: string}>  $asked */
    private static function read(HttpAnswer $answer, array $asked): WordingAnswer
    {
        $data = json_decode($answer->body, true, 32);
        $data = is_array($data) ? $data : [];
        $usage = is_array($data['usage'] ?? null) ? $data['usage'] : [];
        $count = static fn (string $key, int $else): int => is_int($usage[$key] ?? null)
            ? max(0, min(10_000_000, $usage[$key]))
            : $else;
        $content = Arr::get($data, 'choices.0.message.content');
        $problem = match (true) {
            $answer->problem !== null => 'The source did not answer. '.$answer->problem,
            $answer->cut => 'The source answered with more than a text could be.',
            $answer->status === 401, $answer->status === 403 => 'The source refuses the key ('.$answer->status.').',
            $answer->status !== 200 => "The source answered $answer->status".self::told($data).'.',
            ! is_string($content) => 'The source answered, but not in the form of chat completions.',
            default => null,
        };
        $mayPass = in_array($answer->status, [408, 425, 429], true);
        $isFinal = $answer->status >= 400 && $answer->status < 500 && ! $mayPass;

        return new WordingAnswer(
            $problem === null && is_string($content) ? $content : '',
            $answer->status === 200 ? $count('prompt_tokens', self::tokens($asked)) : 0,
            $answer->status === 200 ? $count('completion_tokens', intdiv(strlen(Typed::text($content)), 4)) : 0,
            $problem,
            $isFinal || ($problem !== null && $answer->status === 200),
            $answer->status === 429 || $answer->status >= 500 || $answer->status === 0
                ? $answer->retryAfter() ?? 10
                : null,
        );
    }

    /** @param  array<array-key, mixed>  $data */
    private static function told(array $data): string
    {
        $error = $data['error'] ?? null;
        $told = is_array($error) ? $error['message'] ?? null : $error;

        return is_string($told) && trim($told) !== ''
            ? ': '.rtrim(mb_substr((string) preg_replace('/\s+/u', ' ', strip_tags(mb_scrub($told))), 0, 200), '. ')
            : '';
    }
}
