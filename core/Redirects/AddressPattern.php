<?php

declare(strict_types=1);

namespace Orchard\Core\Redirects;

use Orchard\Core\Url\PageUrl;

/**
 * What many addresses and the values they are to have share, so that a template can be changed once instead of each
 * address by itself:
 * the form of the address (its last part left open), the names of its parameters, and what the value makes of it.
 */
final readonly class AddressPattern
{
    private function __construct(public string $of, public string $value)
    {
    }

    /**
     * @param  PageUrl  $from  the address that is to be changed
     * @param  string  $to  an address that its canonical or redirect names, or a word such as "noindex"
     */
    public static function between(PageUrl $from, string $to): self
    {
        $names = self::names($from);
        $of = self::open($from->path).self::query($names);
        $target = PageUrl::parse($to);
        if ($target === null) {
            return new self($of, $to === '' ? 'as the theme sets it' : "“{$to}”");
        }
        $left = self::names($target);
        $gone = array_values(array_diff($names, $left));

        $last = self::last($from->path);
        if ($target->text() === $from->text()) {
            return new self($of, 'the URL itself');
        }
        if ($target->path === $from->path && $gone !== [] && array_diff($left, $names) === []) {
            return new self($of, 'the same URL without '.self::list($gone));
        }
        if ($last !== '' && self::last($target->path) === $last) {
            // Whatever folder it stands in, the value is made of the last part alone.
            return new self(
                self::openFolders($of),
                self::upTo($target->path).'<the last part of the URL>'.self::query($left),
            );
        }

        return new self($of, $target->text());
    }

    public function key(): string
    {
        return $this->of."\n".$this->value;
    }

    /** Whether the value follows from the address, so that a template can work it out. */
    public function isRule(): bool
    {
        return ! str_starts_with($this->value, 'http');
    }

    /** @return list<string> names of the parameters, each once, in order */
    private static function names(PageUrl $url): array
    {
        $names = [];
        foreach (explode('&', (string) $url->query) as $pair) {
            $name = rawurldecode((string) strtok($pair, '='));
            $name === '' || ($names[$name] = $name);
        }
        ksort($names);

        return array_values($names);
    }

    private static function open(string $path): string
    {
        return self::last($path) === '' ? $path : self::upTo($path).'…';
    }

    /** The folders between the first and the last part of a form left open, too. */
    private static function openFolders(string $of): string
    {
        return (string) preg_replace('~(?<=[^/]/)[^/?]+(?=/)~', '…', $of);
    }

    /** @param  list<string>  $names */
    private static function query(array $names): string
    {
        return $names === [] ? '' : '?'.implode('&', array_map(static fn (string $name): string => "$name=…", $names));
    }

    private static function upTo(string $path): string
    {
        return (string) preg_replace('~[^/]+/?$~', '', $path);
    }

    private static function last(string $path): string
    {
        return preg_match('~([^/]+)/?$~', $path, $found) === 1 ? $found[1] : '';
    }

    /** @param  list<string>  $names */
    private static function list(array $names): string
    {
        $quoted = array_map(static fn (string $name): string => "“{$name}”", $names);
        $last = array_pop($quoted);

        return $quoted === [] ? (string) $last : implode(', ', $quoted).' and '.$last;
    }
}
