<?php

declare(strict_types=1);

namespace Orchard\Core\Logs;

/**
 * One line of a web server's access log in the common or the combined format:
 * host ident user [day/month/year:time zone] "method target protocol" status bytes, and in the combined format "referrer" "agent".
 */
final readonly class AccessLine
{
    private const FORM = '~^(?:\S+:\d+ )?\S+ \S+ (?:\S+|".*?") \[(\d{2})/([A-Z][a-z]{2})/(\d{4}):[\d:]{8} [+\-]\d{4}\] "([A-Z]+) (\S+)(?: HTTP/[\d.]+)?" (\d{3}) (?:\d+|-)(?: "((?:[^"\\\\]|\\\\.)*)" "((?:[^"\\\\]|\\\\.)*)")?~';

    private const MONTHS = ['Jan' => '01', 'Feb' => '02', 'Mar' => '03', 'Apr' => '04', 'May' => '05', 'Jun' => '06', 'Jul' => '07', 'Aug' => '08', 'Sep' => '09', 'Oct' => '10', 'Nov' => '11', 'Dec' => '12'];

    private const CRAWLER = '~([A-Za-z][A-Za-z0-9_.]*(?:[ \-][A-Z][a-z]+)?(?:bot|crawler|spider|slurp|fetcher)[A-Za-z0-9_.\-]*)~i';

    /** @param  string  $day  yyyy-mm-dd, in the log's own time zone */
    private function __construct(public string $day, public string $method, public string $target, public int $status, public string $agent)
    {
    }

    /** Null where the line is none of either format. */
    public static function parse(string $line): ?self
    {
        if (preg_match(self::FORM, $line, $found) !== 1 || ! isset(self::MONTHS[$found[2]]) || ! checkdate((int) self::MONTHS[$found[2]], (int) $found[1], (int) $found[3])) {
            return null;
        }

        return new self("{$found[3]}-".self::MONTHS[$found[2]]."-{$found[1]}", $found[4], $found[5], (int) $found[6], stripslashes($found[8] ?? ''));
    }

    /** Name of the crawler by its own word, in lower case without a version; null for people's browsers. The word alone proves nothing. */
    public function crawler(): ?string
    {
        return preg_match(self::CRAWLER, $this->agent, $found) === 1 ? strtolower((string) preg_replace('~[/ ].*$~', '', $found[1])) : null;
    }
}
