<?php

declare(strict_types=1);

namespace Orchard\Core\Redirects;

use Orchard\Core\Url\PageUrl;

/**
 * What a request is matched by: its path decoded, and its parameters decoded and sorted. Two requests that a web server
 * may see in different writing have one key; case counts.
 */
final readonly class RequestKey
{
    /** @param  list<string>  $parameters  "name=value", decoded, sorted by bytes */
    private function __construct(public string $path, public array $parameters)
    {
    }

    public static function of(PageUrl $url): self
    {
        $parameters = [];
        foreach ($url->query === null ? [] : explode('&', $url->query) as $pair) {
            if ($pair !== '') {
                $parameters[] = rawurldecode(str_replace('+', ' ', $pair));
            }
        }
        sort($parameters, SORT_STRING);

        return new self((string) preg_replace('~/{2,}~', '/', rawurldecode($url->path)), $parameters);
    }

    /**
     * For people and as a key: a question mark or a percent sign of the path stays encoded, so that no two keys have
     * one text.
     */
    public function text(): string
    {
        return str_replace(['%', '?'], ['%25', '%3F'], $this->path).
            ($this->parameters === [] ? '' : '?'.implode('&', $this->parameters));
    }

    public function digest(): string
    {
        return md5($this->path."\0".implode("\0", $this->parameters), true);
    }

    /** Whether a web server's rule can hold it: no control characters, valid UTF-8. */
    public function isPlain(): bool
    {
        return preg_match('/[\x00-\x1f\x7f]/', $this->text()) !== 1 && mb_check_encoding($this->text(), 'UTF-8');
    }
}
