<?php

declare(strict_types=1);

namespace App\Connectors\Http;

use Orchard\Core\Url\PageUrl;
use RuntimeException;

/**
 * Lets a headless Chromium, where one is installed, show a page, and answers what its document is then.
 *
 * The browser asks for itself, so it is told every address beforehand: the page's host and the hosts that its scripts
 * stand on, each looked at by the guard and pinned; no other name or address leads anywhere.
 */
final readonly class Browser
{
    private const PROGRAMS = ['/usr/bin/chromium', '/usr/bin/chromium-browser'];

    /** Seconds of the page's own time, and of ours at most. */
    private const PAGE_SECONDS = 8;

    private const SECONDS = 25;

    private const MOST_BYTES = 5_000_000;

    private const MOST_HOSTS = 20;

    public function __construct(private AddressGuard $guard)
    {
    }

    public static function program(): ?string
    {
        return array_values(array_filter(self::PROGRAMS, is_executable(...)))[0] ?? null;
    }

    /**
     * Whether pages can be shown here: only where Chromium cannot reach what our user owns (found out at the start).
     */
    public static function isThere(): bool
    {
        return self::program() !== null && in_array(config('app.renderer'), ['sandbox', 'user-sandbox', 'user'], true);
    }

    /**
     * @param  string  $html  the page as it was answered, for the hosts of its scripts
     * @return string the document once scripts have run, as HTML
     *
     * @throws RuntimeException|AddressRefused where there is no browser, or it does not come to an end
     */
    public function show(PageUrl $url, string $html): string
    {
        $program = self::program() ?? throw new RuntimeException('No Chromium is installed here.');
        $how = config('app.renderer');
        self::isThere() ||
            throw new RuntimeException(
                'Chromium\'s sandbox does not start on this server; pages are not shown without it.',
            );
        $home = ($how === 'sandbox' ? sys_get_temp_dir() : '/tmp').'/browser-'.bin2hex(random_bytes(8));
        mkdir($home, 0700);
        $how === 'sandbox' || chown($home, 'nobody');
        $process = proc_open(
            [
                ...$how === 'sandbox' ? [] : ['/usr/sbin/runuser', '-u', 'nobody', '--'],
                $program,
                ...$how === 'user' ? ['--no-sandbox'] : [],
                '--headless',
                '--disable-gpu',
                '--disable-quic',
                '--disable-dev-shm-usage',
                '--no-first-run',
                '--disable-extensions',
                '--disable-background-networking',
                '--disable-component-update',
                '--disable-sync',
                '--blink-settings=imagesEnabled=false',
                '--no-proxy-server',
                "--user-data-dir=$home",
                '--user-agent='.GuardedHttp::USER_AGENT,
                '--host-resolver-rules='.$this->rules($url, $html),
                '--virtual-time-budget='. 1000 * self::PAGE_SECONDS,
                '--timeout='. 1000 * self::PAGE_SECONDS,
                '--dump-dom',
                $url->text(),
            ],
            [['file', '/dev/null', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']],
            $pipes,
            $home,
            ['HOME' => $home, 'TMPDIR' => $home, 'LC_ALL' => 'C.UTF-8', 'PATH' => '/usr/bin:/bin'],
        );
        if (! is_resource($process)) {
            throw new RuntimeException('Chromium does not start.');
        }
        stream_set_blocking($pipes[1], false);
        $until = microtime(true) + self::SECONDS;
        $document = '';
        while (! feof($pipes[1]) && microtime(true) < $until && strlen($document) <= self::MOST_BYTES) {
            $read = [$pipes[1]];
            $none = null;
            @stream_select($read, $none, $none, 0, 200_000);
            $document .= (string) fread($pipes[1], 262_144);
        }
        $isWhole = feof($pipes[1]);
        $pid = proc_get_status($process)['pid'];
        $isWhole || exec("pkill -9 -P $pid; pkill -9 -f ".escapeshellarg($home));
        proc_terminate($process, 9);
        fclose($pipes[1]);
        proc_close($process);
        exec('rm -rf '.escapeshellarg($home));
        if (! $isWhole || trim($document) === '') {
            throw new RuntimeException(
                $isWhole
                    ? 'Chromium showed nothing.'
                    : (strlen($document) > self::MOST_BYTES
                        ? 'The document grew beyond '.number_format(self::MOST_BYTES).' bytes.'
                        : 'The page did not come to rest within '.self::SECONDS.' seconds.'),
            );
        }

        return $document;
    }

    private function rules(PageUrl $url, string $html): string
    {
        preg_match_all('~<(?:script|link)\b[^>]*?\b(?:src|href)\s*=\s*["\']?([^"\'\s>]+)~i', $html, $found);
        $rules = ["MAP {$url->host()}:{$url->port()} {$this->pinned($url)}"];
        foreach ($found[1] as $address) {
            $other = $url->resolve(html_entity_decode($address));
            if ($other === null || count($rules) >= self::MOST_HOSTS) {
                continue;
            }
            try {
                $rules[] = "MAP {$other->host()}:{$other->port()} {$this->pinned($other)}";
            } catch (AddressRefused) {
                continue; // What is on a refused address stays unreached, as all else.
            }
        }

        return implode(', ', array_unique($rules)).', MAP * ~NOTFOUND';
    }

    private function pinned(PageUrl $url): string
    {
        $address = $this->guard->addressFor($url);

        return (str_contains($address, ':') ? "[$address]" : $address).':'.$url->port();
    }
}
