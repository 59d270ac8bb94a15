<?php

declare(strict_types=1);

namespace Orchard\Core\Url;

/**
 * An absolute http or https URL in the one form under which a page is known.
 *
 * RFC 3986 section 6.2.2 and the URL Standard: scheme and host in lower case, default port left out, dot segments
 * removed, an empty path is "/", percent-encoding in capitals with unreserved characters decoded and everything outside
 * ASCII encoded as UTF-8 (a stray "%" as well), no fragment, no user. The query keeps its order: another order may be
 * another page. Invariant: parse(text of any PageUrl) gives the same text again.
 */
final readonly class PageUrl
{
    /** Longer addresses are refused; servers and search engines stop at about this length. */
    public const MAX_BYTES = 2048;

    /** @param  string  $authority host, with ":port" where it is not the scheme's own */
    private function __construct(
        public string $scheme,
        public string $authority,
        public string $path,
        public ?string $query,
    ) {
    }

    /** Null where the text is no absolute http(s) URL: not an error, shops are full of such links. */
    public static function parse(string $text): ?self
    {
        return self::absolute(self::clean($text));
    }

    /**
     * @param  string  $text  as clean() gives it, maybe without its fragment: what stands at its end is meant by now
     */
    private static function absolute(string $text): ?self
    {
        if (
            preg_match(
                '~^(https?):[/\\\\]*([^/?#\\\\]+)([^?#]*)(?:\?([^#]*))?~i',
                $text,
                $found,
                PREG_UNMATCHED_AS_NULL,
            ) !== 1
        ) {
            return null;
        }

        return self::build(strtolower((string) $found[1]), (string) $found[2], (string) $found[3], $found[4] ?? null);
    }

    /** The target of a link on this page (RFC 3986 section 5.2); null for other schemes and for nonsense. */
    public function resolve(string $reference): ?self
    {
        $reference = self::clean($reference);
        $hash = strpos($reference, '#');
        if ($hash !== false) {
            $reference = substr($reference, 0, $hash);
        }
        if ($reference === '') {
            return $this;
        }
        $first = $reference[0];
        if (($first === '/' || $first === '\\') && (($reference[1] ?? '') === '/' || ($reference[1] ?? '') === '\\')) {
            return self::absolute($this->scheme.':'.$reference);
        }
        if (preg_match('~^([a-z][a-z0-9+.\-]*):~i', $reference, $found) === 1) {
            $scheme = strtolower($found[1]);
            if ($scheme !== 'http' && $scheme !== 'https') {
                return null;
            }
            $rest = substr($reference, strlen($found[0]));
            // The URL Standard reads "https:path" on an https page as a relative link.
            if ($scheme === $this->scheme && ! preg_match('~^[/\\\\]{2}~', $rest)) {
                // Behind it nothing is a scheme any more.
                return $rest === '' ? $this : $this->resolve(str_contains($rest, ':') ? self::relative($rest) : $rest);
            }

            return self::absolute($reference);
        }
        if ($first === '?') {
            return self::build($this->scheme, $this->authority, $this->path, substr($reference, 1));
        }
        $mark = strpos($reference, '?');
        $path = $mark === false ? $reference : substr($reference, 0, $mark);
        $query = $mark === false ? null : substr($reference, $mark + 1);
        if ($first !== '/' && $first !== '\\') {
            $path = substr($this->path, 0, (int) strrpos($this->path, '/') + 1).$path;
        }

        return self::build($this->scheme, $this->authority, $path, $query);
    }

    private static function relative(string $reference): string
    {
        return preg_match('~^[a-z][a-z0-9+.\-]*:~i', $reference) === 1 ? "./$reference" : $reference;
    }

    /** @return non-empty-string */
    public function text(): string
    {
        return $this->scheme.'://'.$this->authority.$this->target();
    }

    /** Path and query: what robots.txt rules are matched against. */
    public function target(): string
    {
        return $this->path.($this->query === null ? '' : '?'.$this->query);
    }

    public function host(): string
    {
        return (string) preg_replace('/:\d+$/', '', $this->authority);
    }

    public function port(): int
    {
        return preg_match('/:(\d+)$/', $this->authority, $found) === 1
            ? (int) $found[1]
            : ($this->scheme === 'https'
                ? 443
                : 80);
    }

    /**
     * Whether this is an address of the other one's site in another form: under the other scheme, or with or without
     * "www.". Ports count as they stand, for a port of its own is a site of its own.
     */
    public function isOtherFormOf(self $other): bool
    {
        $bare = static fn (self $url): string => (string) preg_replace('/^www\./', '', $url->authority);

        return $bare($this) === $bare($other) &&
            ($this->scheme !== $other->scheme || $this->authority !== $other->authority);
    }

    public function sameHostAs(self $other): bool
    {
        return $this->authority === $other->authority;
    }

    /** 16 bytes that stand for the URL in keys. */
    public function digest(): string
    {
        return self::digestOf($this->text());
    }

    public static function digestOf(string $url): string
    {
        return md5($url, true);
    }

    private static function build(string $scheme, string $authority, string $path, ?string $query): ?self
    {
        $at = strrpos($authority, '@');
        $authority = strtolower($at === false ? $authority : substr($authority, $at + 1));
        if (preg_match('/[^a-z0-9.:\-\[\]]/', $authority) === 1) {
            $authority = self::asciiHost($authority);
        }
        if (
            $authority === null ||
            preg_match('/^(\[[0-9a-f:.]+\]|[a-z0-9_](?:[a-z0-9_.\-]*))(?::(\d{0,5}))?$/', $authority, $found) !== 1
        ) {
            return null;
        }
        $port = $found[2] ?? '';
        if ($port !== '' && ((int) $port > 65535 || (int) $port === 0)) {
            return null;
        }
        $isDefault = $port === '' || (int) $port === ($scheme === 'https' ? 443 : 80);
        $url = new self(
            $scheme,
            $found[1].($isDefault ? '' : ':'.(int) $port),
            self::normalPath($path),
            $query === null ? null : self::escape($query, query: true),
        );

        return strlen($url->text()) > self::MAX_BYTES ? null : $url;
    }

    /** The URL Standard's cleaning: white space and control characters around, tabs and line ends inside. */
    private static function clean(string $text): string
    {
        $text = trim($text, "\x00..\x20");

        return strpbrk($text, "\t\r\n") === false ? $text : str_replace(["\t", "\r", "\n"], '', $text);
    }

    private static function normalPath(string $path): string
    {
        if (str_contains($path, '\\')) {
            $path = str_replace('\\', '/', $path);
        }
        $path = self::escape($path, query: false);
        if ($path === '' || $path[0] !== '/') {
            $path = '/'.$path;
        }
        if (! str_contains($path, '/.')) {
            return $path;
        }
        $kept = [];
        $segments = explode('/', substr($path, 1));
        $end = count($segments) - 1;
        foreach ($segments as $i => $segment) {
            if ($segment === '..') {
                array_pop($kept);
            }
            if ($segment === '.' || $segment === '..') {
                if ($i === $end) {
                    $kept[] = '';
                }

                continue;
            }
            $kept[] = $segment;
        }

        return '/'.implode('/', $kept);
    }

    private static function escape(string $part, bool $query): string
    {
        if (preg_match('~[^A-Za-z0-9\-._\~!$&()*+,;=:@/?]~', $part) !== 1) {
            return $part;
        }
        $part = (string) preg_replace('/%(?![0-9A-Fa-f]{2})/', '%25', $part);
        $part = (string) preg_replace_callback(
            '/%([0-9A-Fa-f]{2})/',
            static function (array $found): string {
                $byte = chr((int) hexdec($found[1]));

                return preg_match('/[A-Za-z0-9\-._~]/', $byte) === 1 ? $byte : '%'.strtoupper($found[1]);
            },
            $part,
        );
        $loose = $query ? '/[\x00-\x20"#<>\'\x7f-\xff]/' : '/[\x00-\x20"#<>?`{}^\x7f-\xff]/';

        return (string) preg_replace_callback(
            $loose,
            static fn (array $found): string => rawurlencode($found[0]),
            $part,
        );
    }

    private static function asciiHost(string $authority): ?string
    {
        [$host, $port] = [...explode(':', rawurldecode($authority), 2), null];
        $ascii = idn_to_ascii((string) $host, IDNA_NONTRANSITIONAL_TO_ASCII | IDNA_CHECK_BIDI, INTL_IDNA_VARIANT_UTS46);

        return $ascii === false ? null : strtolower($ascii).($port === null ? '' : ':'.$port);
    }
}
