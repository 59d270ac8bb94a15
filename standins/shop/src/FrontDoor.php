<?php

declare(strict_types=1);

namespace Tindrel;

use Tindrel\Office\Office;
use Tindrel\Theme\Journal;
use Tindrel\Theme\Layout;
use Tindrel\Theme\Pages;
use Tindrel\Theme\SearchFiles;

/** Takes a request to the part of the shop that answers it. */
final class FrontDoor
{
    public function __construct(
        private readonly Shop $shop,
        private readonly string $origin,
        private readonly string $kept,
    ) {
    }

    public function serve(string $method, string $target): void
    {
        [$path, $query] = [...explode('?', $target, 2), ''];
        $path = rawurldecode((string) $path);
        parse_str((string) $query, $asked);
        $answer = str_starts_with($path, '/office/v1/')
            ? (new Office($this->shop, $this->origin))->answer($method, substr($path, 10), $asked)
            : $this->shown($method, (string) $path, $asked, $target);
        http_response_code($answer->status);
        foreach ($answer->headers as $name => $value) {
            header("$name: $value");
        }
        $keep =
            $answer->status === 200 &&
            $method === 'GET' &&
            $answer->headers === ['Content-Type' => 'text/html; charset=utf-8'];
        if ($keep) {
            @mkdir(dirname($this->kept), recursive: true);
            $new = $this->kept.'.'.getmypid();
            if (@file_put_contents($new, $answer->body) !== false) {
                rename($new, $this->kept);
            }
        }
        echo $method === 'HEAD' ? '' : $answer->body;
    }

    /**
     * The page as the theme makes it, with what was set for its address alone: a redirect, another canonical, other
     * robots.
     *
     * @param  array<int|string, mixed>  $asked
     */
    private function shown(string $method, string $path, array $asked, string $target): Answer
    {
        $key = Shop::addressKey($target);
        $set = $this->shop->row('SELECT * FROM addresses WHERE target = ?', [$key]);
        if ($set === null) {
            return $this->page($method, $path, $asked);
        }
        if ((string) $set['redirect'] !== '') {
            $this->shop->db
                ->prepare('UPDATE addresses SET hits = hits + 1, last_hit = ? WHERE target = ?')
                ->execute([gmdate('Y-m-d'), $key]);

            return (string) $set['redirect'] === 'gone'
                ? new Answer(410, 'This page is gone for good.', ['Content-Type' => 'text/plain'])
                : Answer::redirect(
                    str_starts_with((string) $set['redirect'], '/')
                        ? $this->origin.(string) $set['redirect']
                        : (string) $set['redirect'],
                );
        }
        $answer = $this->page($method, $path, $asked);
        $body = $answer->body;
        $headers = $answer->headers;
        $added = '';
        if ((string) $set['canonical'] !== '') {
            $body = (string) preg_replace('~<link rel="canonical"[^>]*>~', '', $body);
            unset($headers['Link']);
            $added .=
                '<link rel="canonical" href="'.
                Theme\e(
                    str_starts_with((string) $set['canonical'], '/')
                        ? $this->origin.(string) $set['canonical']
                        : (string) $set['canonical'],
                ).
                '">';
        }
        if ((string) $set['robots'] !== '') {
            $body = (string) preg_replace('~<meta name="robots"[^>]*>~', '', $body);
            $added .= '<meta name="robots" content="'.Theme\e((string) $set['robots']).'">';
        }

        return new Answer($answer->status, str_replace('<head>', '<head>'.$added, $body), $headers);
    }

    /** @param  array<int|string, mixed>  $asked */
    private function page(string $method, string $path, array $asked): Answer
    {
        if ($method !== 'GET' && $method !== 'HEAD') {
            return new Answer(405, 'This shop only shows pages here.', [
                'Content-Type' => 'text/plain',
                'Allow' => 'GET, HEAD',
            ]);
        }
        $moved = $this->shop->row('SELECT target, status FROM redirects WHERE path = ?', [$path]);
        if ($moved !== null) {
            return Answer::redirect($this->origin.$moved['target'], (int) $moved['status']);
        }
        /** @var array<string, string> $asked */
        $asked = array_filter($asked, is_string(...));
        $pages = new Pages($this->shop, $this->origin);
        $journal = new Journal($this->shop, $this->origin);
        $files = new SearchFiles($this->shop, $this->origin);
        $parts = explode('/', trim($path, '/'));

        return match (true) {
            $path === '/' => $pages->home(),
            $path === '/robots.txt' => $files->robots(),
            $path === '/sitemap.xml' => $files->sitemapIndex(),
            preg_match('~^/sitemap-([a-z]+)-(\d+)\.xml$~', $path, $found) === 1 => $files->sitemap(
                $found[1],
                (int) $found[2],
            ),
            $path === '/look/tindrel.css' => Answer::plain(
                (string) file_get_contents(__DIR__.'/Theme/tindrel.css'),
                'text/css; charset=utf-8',
            ),
            preg_match('~^/pictures/([a-z0-9\-]+)\.svg$~', $path, $found) === 1 => $pages->picture($found[1]),
            $path === '/range' => $pages->ranges(),
            $path === '/journal' => $journal->journal(max(1, (int) ($asked['leaf'] ?? 1))),
            preg_match('~^/journal/almanac/(\d{4})/(\d\d)$~', $path, $found) === 1 => $journal->almanac(
                (int) $found[1],
                (int) $found[2],
            ),
            $path === '/find' => $pages->find($asked['q'] ?? ''),
            $path === '/basket' => $pages->basket(),
            count($parts) === 2 && $parts[0] === 'lamp' => $pages->product($parts[1], null, $asked),
            count($parts) === 2 && $parts[0] === 'range' => $pages->collection($parts[1], $asked),
            count($parts) === 3 && $parts[0] === 'range' => $pages->product($parts[2], $parts[1], $asked),
            count($parts) === 2 && $parts[0] === 'journal' => $journal->article($parts[1]),
            count($parts) === 2 && $parts[0] === 'about' => $pages->plain($parts[1]),
            default => (new Layout($this->shop, $this->origin))->missing(),
        };
    }
}
