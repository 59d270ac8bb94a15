<?php

declare(strict_types=1);

namespace Tests\Web;

use App\Stores\AddStore;
use App\Stores\Models\Store;
use App\Stores\StoreBasics;
use Illuminate\Support\Str;
use RuntimeException;

/** A web site of a test's own, served over real HTTP on loopback; it ends with this object. */
final class Site
{
    public readonly string $url;

    private readonly string $file;

    /** @var resource */
    private $process;

    /** @var array<string, array<string, mixed>> */
    private array $pages = [];

    public function __construct()
    {
        $this->file = (string) tempnam(sys_get_temp_dir(), 'site');
        $socket = stream_socket_server('tcp://127.0.0.1:0') ?: throw new RuntimeException('No port is free.');
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
        fclose($socket);
        $this->url = "http://127.0.0.1:$port";
        $this->save();
        $this->process =
            proc_open([PHP_BINARY, __DIR__.'/server.php', $this->file, (string) $port], [], $pipes) ?:
            throw new RuntimeException('The site does not start.');
        for (
            $i = 0;
            $i < 200 &&
            @file_get_contents(
                "$this->url/robots.txt",
                false,
                stream_context_create(['http' => ['ignore_errors' => true]]),
            ) === false;
            $i++
        ) {
            usleep(20_000);
        }
        file_put_contents("$this->file.log", '');
    }

    /** @param  list<array{string, string}>|null  $headers  null for HTML in UTF-8 */
    public function page(string $path, string $body, int $status = 200, ?array $headers = null): self
    {
        $this->pages[$path] =
            ['status' => $status, 'body' => base64_encode($body)] + ($headers === null ? [] : ['headers' => $headers]);

        return $this->save();
    }

    /** @param  array<string, string>  $links anchor by address */
    public function linking(string $path, array $links, string $head = '', string $text = ''): self
    {
        $anchors = implode(
            ' ',
            array_map(
                static fn (string $to, string $anchor): string => "<a href=\"$to\">$anchor</a>",
                array_keys($links),
                $links,
            ),
        );

        return $this->page(
            $path,
            "<!doctype html><html lang=\"en\"><head><title>Page $path</title>$head</head><body><main><h1>$path</h1><p>$text</p>$anchors</main></body></html>",
        );
    }

    public function redirect(string $path, string $to, int $status = 301): self
    {
        return $this->page($path, '', $status, [['Location', $to]]);
    }

    /** The connection is closed without an answer. */
    public function drop(string $path): self
    {
        $this->pages[$path] = ['drop' => true];

        return $this->save();
    }

    /** The page comes after so many seconds. */
    public function slow(string $path, float $seconds): self
    {
        $this->pages[$path]['wait'] = $seconds;

        return $this->save();
    }

    /** The body comes letter by letter. */
    public function dripping(string $path): self
    {
        $this->pages[$path]['drips'] = true;

        return $this->save();
    }

    public function without(string $path): self
    {
        unset($this->pages[$path]);

        return $this->save();
    }

    /** A store whose pages are this site's. */
    public function store(): Store
    {
        return app(AddStore::class)
            ->add('A site', $this->url, 'site-'.Str::lower(Str::random(10)), basics: new StoreBasics(allowPrivate: true))
            ->refresh();
    }

    /** @return list<string> paths in the order in which they were asked for, since the last time */
    public function asked(): array
    {
        $asked = array_values(array_filter(explode("\n", (string) file_get_contents("$this->file.log"))));
        file_put_contents("$this->file.log", '');

        // The address by which a crawl sees what the site shows for none of its pages.
        return array_values(
            array_filter($asked, static fn (string $path): bool => preg_match('~^/[0-9a-f]{24}$~', $path) !== 1),
        );
    }

    private function save(): self
    {
        file_put_contents("$this->file.new", json_encode((object) $this->pages, JSON_THROW_ON_ERROR));
        rename("$this->file.new", $this->file);

        return $this;
    }

    public function __destruct()
    {
        proc_terminate($this->process, 9);
        proc_close($this->process);
        @unlink($this->file);
        @unlink("$this->file.log");
    }
}
