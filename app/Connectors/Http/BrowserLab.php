<?php

declare(strict_types=1);

namespace App\Connectors\Http;

use Orchard\Core\Url\PageUrl;
use RuntimeException;

/**
 * Measures how a page comes in on a phone, as far as a headless Chromium can tell: 412 px wide, 1.6 Mbit/s, 150 ms to
 * the shop, a processor four times slower than this server's. Spoken to by the Chrome DevTools Protocol over pipes.
 */
final class BrowserLab
{
    /** Seconds that a page may take to load, and that are waited behind it for what comes late. */
    private const SECONDS = 20;

    private const REST = 2.5;

    /** Requests and bytes of one page of which more are not counted. */
    private const MOST_REQUESTS = 2000;

    private const MOST_MESSAGE = 20_000_000;

    /** Observers of what the page does (W3C Paint Timing, Largest Contentful Paint, Layout Instability, Long Tasks). */
    private const OBSERVE = <<<'JS'
    (() => {
        const seen = window[NAME] = { first: 0, largest: 0, shift: 0, blocked: 0 };
        let sum = 0, last = 0, from = 0;
        const on = (type, take) => {
            try { new PerformanceObserver(list => list.getEntries().forEach(take)).observe({ type, buffered: true }); } catch (e) {}
        };
        on('paint', entry => { if (entry.name === 'first-contentful-paint') seen.first = entry.startTime; });
        on('largest-contentful-paint', entry => { seen.largest = entry.startTime; });
        on('layout-shift', entry => {
            if (entry.hadRecentInput) return;
            if (entry.startTime - last > 1000 || entry.startTime - from > 5000) { sum = 0; from = entry.startTime; }
            last = entry.startTime;
            sum += entry.value;
            seen.shift = Math.max(seen.shift, sum);
        });
        on('longtask', entry => { seen.blocked += Math.max(0, entry.duration - 50); });
    })()
    JS;

    private int $asked = 0;

    private string $read = '';

    private ?string $session = null;

    /** @var array<string, string> kind of what was asked for, by request */
    private array $kinds = [];

    /** @var array<string, int> bytes by kind */
    private array $bytes = [];

    private int $requests = 0;

    private function __construct(private readonly BrowserProcess $browser)
    {
        stream_set_blocking($this->browser->pipes[4], false);
    }

    /**
     * @param  string  $html  the page as it was answered, for the hosts of what it loads
     *
     * @throws RuntimeException|AddressRefused where there is no browser, or the page does not come in
     */
    public static function measure(AddressGuard $guard, PageUrl $url, string $html): LabReading
    {
        $browser = new BrowserProcess(
            [
                '--host-resolver-rules='.PinnedHosts::rules($guard, $url, $html),
                '--remote-debugging-pipe',
                'about:blank',
            ],
            [3 => ['pipe', 'r'], 4 => ['pipe', 'w']],
        );
        try {
            return (new self($browser))->look($url);
        } finally {
            $browser->end(false);
        }
    }

    private function look(PageUrl $url): LabReading
    {
        $name = json_encode('seen'.bin2hex(random_bytes(8)), JSON_THROW_ON_ERROR);
        $target = $this->ask('Target.createTarget', ['url' => 'about:blank'])['targetId'] ?? '';
        $session = $this->ask('Target.attachToTarget', ['targetId' => $target, 'flatten' => true])['sessionId'] ?? null;
        $this->session = is_string($session) ? $session : throw new RuntimeException('Chromium opens no page.');
        $this->ask('Page.enable');
        $this->ask('Network.enable');
        $this->ask('Emulation.setDeviceMetricsOverride', [
            'width' => 412,
            'height' => 823,
            'deviceScaleFactor' => 1.75,
            'mobile' => true,
        ]);
        $this->ask('Emulation.setCPUThrottlingRate', ['rate' => 4]);
        $this->ask('Network.emulateNetworkConditions', [
            'offline' => false,
            'latency' => 150,
            'downloadThroughput' => 200_000,
            'uploadThroughput' => 93_750,
        ]);
        $this->ask('Page.addScriptToEvaluateOnNewDocument', ['source' => str_replace('NAME', $name, self::OBSERVE)]);
        $error = $this->ask('Page.navigate', ['url' => $url->text()])['errorText'] ?? null;
        if (is_string($error)) {
            throw new RuntimeException("The page does not come in: $error.");
        }
        $this->take(
            self::SECONDS,
            static fn (array $message): bool => ($message['method'] ?? '') === 'Page.loadEventFired',
        ) ?? throw new RuntimeException('The page was not there within '.self::SECONDS.' seconds.');
        $this->take(self::REST, static fn (): bool => false);
        // A script that is busy holds the answer up; what was seen of it is told a moment later.
        $answer = $this->ask('Runtime.evaluate', [
            'expression' => "new Promise(tell => setTimeout(() => tell(JSON.stringify(window[$name])), 300))",
            'awaitPromise' => true,
            'returnByValue' => true,
        ]);
        $told = is_array($answer['result'] ?? null) ? $answer['result']['value'] ?? '' : '';
        $seen = json_decode(is_string($told) ? $told : '', true);
        // The page's own scripts could have put anything there.
        $number = static fn (string $key): float => is_array($seen) && is_numeric($seen[$key] ?? null)
            ? max(0.0, min(600_000.0, (float) $seen[$key]))
            : 0.0;

        return new LabReading(
            (int) round($number('first')),
            (int) round($number('largest')),
            round(min(100.0, $number('shift')), 3),
            (int) round($number('blocked')),
            $this->requests,
            array_sum($this->bytes),
            $this->bytes['Script'] ?? 0,
            $this->bytes['Image'] ?? 0,
        );
    }

    /**
     * @param  array<string, mixed>  $parameters
     * @return array<array-key, mixed> its result
     */
    private function ask(string $method, array $parameters = []): array
    {
        $id = ++$this->asked;
        $message = ['id' => $id, 'method' => $method, 'params' => (object) $parameters];
        fwrite(
            $this->browser->pipes[3],
            json_encode(
                $message + ($this->session === null ? [] : ['sessionId' => $this->session]),
                JSON_THROW_ON_ERROR,
            )."\0",
        );
        $answer =
            $this->take(self::SECONDS, static fn (array $message): bool => ($message['id'] ?? 0) === $id) ??
            throw new RuntimeException('Chromium does not answer.');

        return is_array($answer['result'] ?? null) ? $answer['result'] : [];
    }

    /**
     * Reads what the browser tells until a message is there that is waited for; null where none came in time.
     *
     * @param  callable(array<array-key, mixed>): bool  $isIt
     * @return ?array<array-key, mixed>
     */
    private function take(float $seconds, callable $isIt): ?array
    {
        $until = microtime(true) + $seconds;
        do {
            while (($end = strpos($this->read, "\0")) !== false) {
                $message = json_decode(substr($this->read, 0, $end), true);
                $this->read = substr($this->read, $end + 1);
                if (is_array($message)) {
                    $this->count($message);
                    if ($isIt($message)) {
                        return $message;
                    }
                }
            }
            if (feof($this->browser->pipes[4]) || strlen($this->read) > self::MOST_MESSAGE) {
                throw new RuntimeException('Chromium ended before the page was there.');
            }
            $read = [$this->browser->pipes[4]];
            $none = null;
            @stream_select($read, $none, $none, 0, 50_000);
            $this->read .= (string) fread($this->browser->pipes[4], 1_048_576);
        } while (microtime(true) < $until);

        return null;
    }

    /** @param  array<array-key, mixed>  $message */
    private function count(array $message): void
    {
        $told = is_array($message['params'] ?? null) ? $message['params'] : [];
        $request = is_string($told['requestId'] ?? null) ? $told['requestId'] : '';
        if ($request === '' || count($this->kinds) >= self::MOST_REQUESTS) {
            return;
        }
        if (($message['method'] ?? '') === 'Network.responseReceived') {
            $this->kinds[$request] = is_string($told['type'] ?? null) ? $told['type'] : '';
        } elseif (($message['method'] ?? '') === 'Network.loadingFinished') {
            $kind = $this->kinds[$request] ?? '';
            $bytes = is_numeric($told['encodedDataLength'] ?? null) ? (int) $told['encodedDataLength'] : 0;
            $this->bytes[$kind] = ($this->bytes[$kind] ?? 0) + max(0, $bytes);
            $this->requests++;
        }
    }
}
