<?php

declare(strict_types=1);

namespace App\Connectors\Http;

use CurlHandle;
use CurlMultiHandle;
use Fiber;
use LogicException;

/**
 * The one way out. Every request of crawl, API and feeds goes through here.
 *
 * Only http and https; no proxies from the environment; redirects are never followed here, so that each hop passes the
 * guard; sizes and times are limited. Works many requests side by side over kept connections: add(), then finished().
 * Built on curl's multi interface, which takes a quarter of the time of the usual client's pool per page.
 */
final class GuardedHttp
{
    public const USER_AGENT = 'YoungOrchard/1.0 (+search manager\'s own crawl)';

    /** The name by which robots.txt may speak to us. */
    public const PRODUCT_TOKEN = 'youngorchard';

    /** Room for headers in front of a body; curl itself ends a request at 300 KB of them. */
    private const MOST_HEADER_BYTES = 65536;

    private readonly CurlMultiHandle $multi;

    /** @var array<int, array{handle: CurlHandle, tag: mixed, body: \stdClass, max: int, started: float}> */
    private array $open = [];

    /** @var list<CurlHandle> */
    private array $spare = [];

    /** @var list<array{mixed, HttpAnswer}> answers that need no network: refused requests */
    private array $ready = [];

    public function __construct(private readonly AddressGuard $guard)
    {
        $this->multi = curl_multi_init();
    }

    /** @param  list<string>  $allowedPrivate "host:port" */
    public static function allowing(array $allowedPrivate): self
    {
        return new self(new AddressGuard($allowedPrivate));
    }

    /** One request to its end; of tasks that run side by side the others go on meanwhile. */
    public function fetch(HttpRequest $request): HttpAnswer
    {
        $task = Fiber::getCurrent();
        $this->add($request, $task);
        if ($task !== null) {
            $answer = Fiber::suspend($this);

            return $answer instanceof HttpAnswer ? $answer : throw new LogicException('A task went on unanswered.');
        }
        while (true) {
            foreach ($this->finished(1.0) as [, $answer]) {
                return $answer;
            }
        }
    }

    /** Begins a request; $tag comes back with its answer. */
    public function add(HttpRequest $request, mixed $tag): void
    {
        try {
            $address = $this->guard->addressFor($request->url);
        } catch (AddressRefused $refused) {
            $this->ready[] = [$tag, new HttpAnswer(0, [], '', false, $refused->getMessage(), 0)];

            return;
        }
        $handle = array_pop($this->spare) ?? curl_init();
        $body = (object) ['text' => '', 'cut' => false];
        $most = $request->maxBytes + self::MOST_HEADER_BYTES;
        $headers = [];
        foreach ($request->headers as $name => $value) {
            $headers[] = "$name: $value";
        }
        $url = $request->url;
        curl_setopt_array($handle, [
            CURLOPT_URL => $url->text(),
            CURLOPT_CUSTOMREQUEST => $request->method,
            CURLOPT_NOBODY => $request->method === 'HEAD',
            CURLOPT_HTTPHEADER => [...$headers, 'Expect:'],
            CURLOPT_USERAGENT => self::USER_AGENT,
            CURLOPT_FOLLOWLOCATION => false,
            CURLOPT_PROTOCOLS => CURLPROTO_HTTP | CURLPROTO_HTTPS,
            CURLOPT_PROXY => '',
            // On a kept connection that breaks before an answer, curl would send the request again by itself; what
            // changes something is sent once.
            CURLOPT_FRESH_CONNECT => ! in_array($request->method, ['GET', 'HEAD'], true),
            CURLOPT_RESOLVE => [trim($url->host(), '[]').':'.$url->port().':'.$address],
            CURLOPT_CONNECTTIMEOUT_MS => (int) min(10000, $request->timeout * 1000),
            CURLOPT_TIMEOUT_MS => (int) ($request->timeout * 1000),
            CURLOPT_NOSIGNAL => true,
            CURLOPT_ENCODING => '',
            // Headers come in one stream with the body, in large pieces: a call into PHP for each line would cost more
            // than all the rest.
            CURLOPT_HEADER => true,
            CURLOPT_BUFFERSIZE => 131072,
            CURLOPT_WRITEFUNCTION => static function (CurlHandle $h, string $piece) use ($body, $most): int {
                $room = $most - strlen($body->text);
                if (strlen($piece) > $room) {
                    $body->text .= substr($piece, 0, $room);
                    $body->cut = true;

                    return 0;
                }
                $body->text .= $piece;

                return strlen($piece);
            },
        ]);
        if ($request->body !== null) {
            curl_setopt($handle, CURLOPT_POSTFIELDS, $request->body);
        }
        curl_multi_add_handle($this->multi, $handle);
        $this->open[spl_object_id($handle)] = [
            'handle' => $handle,
            'tag' => $tag,
            'body' => $body,
            'max' => $request->maxBytes,
            'started' => microtime(true),
        ];
    }

    public function underWay(): int
    {
        return count($this->open) + count($this->ready);
    }

    /**
     * Answers that have come in; waits for the first at most so many seconds.
     *
     * @return list<array{mixed, HttpAnswer}> tag and answer
     */
    public function finished(float $wait): array
    {
        $done = $this->ready;
        $this->ready = [];
        curl_multi_exec($this->multi, $running);
        $this->collect($done);
        if ($done === [] && $this->open !== [] && $wait > 0) {
            curl_multi_select($this->multi, $wait);
            curl_multi_exec($this->multi, $running);
            $this->collect($done);
        }

        return $done;
    }

    /** @param  list<array{mixed, HttpAnswer}>  $done */
    private function collect(array &$done): void
    {
        while (($message = curl_multi_info_read($this->multi)) !== false) {
            /** @var CurlHandle $handle */
            $handle = $message['handle'];
            $entry = $this->open[spl_object_id($handle)];
            unset($this->open[spl_object_id($handle)]);
            $body = $entry['body'];
            $error = (int) $message['result'];
            $problem = match (true) {
                $error === CURLE_OK, $body->cut => null,
                $error === CURLE_OPERATION_TIMEDOUT => 'No whole answer within the time.',
                $error === CURLE_COULDNT_CONNECT => 'Nothing answers at that address.',
                $error === CURLE_GOT_NOTHING => 'The connection was closed without an answer.',
                default => curl_strerror($error) ?? 'The request failed.',
            };
            $status = $problem === null ? (int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE) : 0;
            $headerBytes = (int) curl_getinfo($handle, CURLINFO_HEADER_SIZE);
            $text = substr($body->text, $headerBytes);
            $isCut = $body->cut || strlen($text) > $entry['max'];
            $done[] = [
                $entry['tag'],
                new HttpAnswer(
                    $status,
                    self::headers(substr($body->text, 0, $headerBytes)),
                    $isCut ? substr($text, 0, $entry['max']) : $text,
                    $isCut,
                    $problem,
                    microtime(true) - $entry['started'],
                ),
            ];
            curl_multi_remove_handle($this->multi, $handle);
            if (count($this->spare) < 32) {
                curl_reset($handle);
                $this->spare[] = $handle;
            }
        }
    }

    /** @return array<string, list<string>> of the last answer in the block, by name in lower case */
    private static function headers(string $block): array
    {
        $headers = [];
        foreach (explode("\r\n", $block) as $line) {
            if (str_starts_with($line, 'HTTP/')) {
                $headers = [];
            } elseif (count($headers) < 100 && ($colon = strpos($line, ':')) !== false) {
                $headers[strtolower(trim(substr($line, 0, $colon)))][] = mb_scrub(
                    trim(substr($line, $colon + 1, 8000)),
                );
            }
        }

        return $headers;
    }
}
