<?php

declare(strict_types=1);

namespace App\Connectors\Http;

use Orchard\Core\Url\PageUrl;
use RuntimeException;

/** Lets a headless Chromium, where one is installed, show a page, and answers what its document is then. */
final readonly class Browser
{
    /** Seconds of the page's own time, and of ours at most. */
    private const PAGE_SECONDS = 8;

    private const SECONDS = 25;

    private const MOST_BYTES = 5_000_000;

    public function __construct(private AddressGuard $guard)
    {
    }

    /**
     * @param  string  $html  the page as it was answered
     * @return string the document once scripts have run, as HTML
     *
     * @throws RuntimeException|AddressRefused where there is no browser, or it does not come to an end
     */
    public function show(PageUrl $url, string $html): string
    {
        $browser = new BrowserProcess(
            [
                '--blink-settings=imagesEnabled=false',
                '--host-resolver-rules='.PinnedHosts::rules($this->guard, $url, $html),
                '--virtual-time-budget='. 1000 * self::PAGE_SECONDS,
                '--timeout='. 1000 * self::PAGE_SECONDS,
                '--dump-dom',
                $url->text(),
            ],
            [1 => ['pipe', 'w']],
        );
        $output = $browser->pipes[1];
        stream_set_blocking($output, false);
        $until = microtime(true) + self::SECONDS;
        $document = '';
        while (! feof($output) && microtime(true) < $until && strlen($document) <= self::MOST_BYTES) {
            $read = [$output];
            $none = null;
            @stream_select($read, $none, $none, 0, 200_000);
            $document .= (string) fread($output, 262_144);
        }
        $isWhole = feof($output);
        $browser->end($isWhole);
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
}
