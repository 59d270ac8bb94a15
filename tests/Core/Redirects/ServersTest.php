<?php

declare(strict_types=1);

use Orchard\Core\Redirects\ApacheRules;
use Orchard\Core\Redirects\NginxRules;
use Orchard\Core\Redirects\Redirect;
use Orchard\Core\Redirects\RedirectBook;
use Orchard\Core\Redirects\RequestKey;
use Orchard\Core\Url\PageUrl;

/**
 * Redirects as shops have them, and hostile ones, and ten thousand in all. @return list<Redirect>
 *
 * @return array<array-key, mixed>
 */
function bookOfTenThousand(): array
{
    $url = static fn (string $target): PageUrl => PageUrl::parse("https://new.example$target") ??
        throw new LogicException($target);
    $lines = [];
    for ($i = 0; $i < 9900; $i++) {
        $lines[] = new Redirect($url("/old/thing-$i"), $url("/lamp/thing-$i"), [301, 301, 308, 302][$i % 4]);
    }
    foreach (
        [
            '/Case/Lamp' => '/a/upper',
            '/case/lamp' => '/a/lower',
            '/CASE/ONLY' => '/case/only',
            '/caf%C3%A9' => '/a/cafe',
            '/with%20space' => '/a/space',
            '/quote%22s' => '/a/quote',
            "/apo'strophe" => '/a/apostrophe',
            '/dollar$1' => '/a/dollar$2',
            '/per%25cent' => '/a/percent%25',
            '/brace%7Bx%7D;y' => '/a/brace',
            '/back%5Cslash' => '/a/back',
            '/plus+sign' => '/a/plus',
            '/hash%23mark' => '/a/hash%23',
            '/mark%3Fq' => '/a/mark',
            '/star*' => '/a/star',
            '/~tilde' => '/a/tilde',
            '/default' => '/a/default',
            '/(bracket)[x]' => '/a/bracket',
            '/a.b^c|d' => '/a/regex',
            '/日本' => '/a/%E6%97%A5',
            '/&amp' => '/a/amp',
            '/list?id=1' => '/a/one',
            '/list?id=2' => '/a/two',
            '/list' => '/a/list',
            '/list?Id=1' => '/a/Id',
            '/two?b=2&a=1' => '/a/params?x=9',
            '/sp?q=a%20b' => '/a/sp',
            '/uni?q=%C3%A9' => '/a/uni',
            '/target?x=1' => '/list/of?y=2&z=3',
            '/amp?a=%26' => '/a/and',
            '/empty?a=' => '/a/empty',
        ] as $from => $to
    ) {
        $lines[] = new Redirect($url($from), $url($to));
    }
    $lines[] = new Redirect($url('/gone/for-good'), null, 410);
    while (count($lines) < 10_000) {
        $lines[] = new Redirect($url('/last-'.count($lines)), $url('/end-'.count($lines)));
    }

    return (new RedirectBook($lines))->flat();
}

/**
 * What is planned for a request: a line with its parameters, else one for its path alone, its query passed on. @param
 * list<Redirect> $lines @return array{int, ?string}
 *
 * @param  array<array-key, mixed>  $lines
 * @return array<array-key, mixed>
 */
function planned(array $lines, string $target): array
{
    static $byKey;
    $byKey ??= array_combine(
        array_map(static fn (Redirect $line): string => RequestKey::of($line->from)->text(), $lines),
        $lines,
    );
    $url = PageUrl::parse("https://new.example$target") ?? throw new LogicException($target);
    $key = RequestKey::of($url);
    $line = $byKey[$key->text()] ?? null;
    if ($line !== null) {
        return [$line->status, $line->to?->text()];
    }
    $line = $byKey[$key->path] ?? null;

    return $line === null
        ? [404, null]
        : [
            $line->status,
            $line->to === null
                ? null
                : $line->to->text().
                    ($line->to->query === null && (string) parse_url($target, PHP_URL_QUERY) !== ''
                        ? '?'.substr((string) strstr($target, '?'), 1)
                        : ''),
        ];
}

/** @return array{int, ?string} status and target, as they come over the wire */
function ask(int $port, string $target): array
{
    $socket = stream_socket_client("tcp://127.0.0.1:$port", $code, $why, 5) ?: throw new RuntimeException(sure($why));
    fwrite($socket, "GET $target HTTP/1.1\r\nHost: new.example\r\nConnection: close\r\n\r\n");
    $head = explode("\r\n\r\n", (string) stream_get_contents($socket), 2)[0];
    fclose($socket);
    preg_match('/^HTTP\/\S+ (\d+)/', $head, $status);
    preg_match('/^Location: (.*)$/mi', $head, $location);

    return [(int) ($status[1] ?? 0), isset($location[1]) ? trim($location[1]) : null];
}

function freePort(): int
{
    $socket = stream_socket_server('tcp://127.0.0.1:0') ?: throw new RuntimeException('No port is free.');
    $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
    fclose($socket);

    return $port;
}

/**
 * Runs a web server in a folder of its own until the test has asked it.
 *
 * @param  list<string>  $command
 */
function serving(array $command, int $port, string $dir, Closure $ask): void
{
    $process =
        proc_open($command, [['pipe', 'r'], ['file', "$dir/out", 'w'], ['file', "$dir/err", 'w']], $pipes) ?:
        throw new RuntimeException('It does not start.');
    try {
        // Its own file tells that it listens: on the same port another program might answer.
        for ($i = 0; $i < 100 && ! (is_file("$dir/pid") && answers($port)); $i++) {
            usleep(50_000);
            if (! proc_get_status($process)['running']) {
                throw new RuntimeException((string) file_get_contents("$dir/err"));
            }
        }
        $ask($port);
    } finally {
        proc_terminate($process);
        proc_close($process);
        exec('rm -rf '.escapeshellarg($dir));
    }
}

function answers(int $port): bool
{
    $curl = curl_init("http://127.0.0.1:$port/");
    curl_setopt($curl, CURLOPT_RETURNTRANSFER, true);

    return curl_exec($curl) !== false;
}

function serverFolder(): string
{
    $dir = sys_get_temp_dir().'/orchard-web-'.bin2hex(random_bytes(4));
    mkdir($dir);

    return $dir;
}

/** @return list<string> requests: some of many plain lines, all hostile ones, other writings, and what no line names */
function requests(): array
{
    return [
        ...array_map(static fn (int $i): string => "/old/thing-$i", range(0, 9899, 97)),
        '/last-9990',
        '/gone/for-good',
        '/nobody',
        '/old/thing-9900',
        '/old/Thing-1',
        '/old/thing-1?utm=x&y=2',
        '/Case/Lamp',
        '/case/lamp',
        '/case/Lamp',
        '/CASE/ONLY',
        '/case/only',
        '/caf%C3%A9',
        '/caf%c3%a9',
        '/with%20space',
        '/quote%22s',
        "/apo'strophe",
        '/dollar$1',
        '/dollar%241',
        '/per%25cent',
        '/brace%7Bx%7D;y',
        '/back%5Cslash',
        '/plus+sign',
        '/hash%23mark',
        '/mark%3Fq',
        '/mark?q',
        '/star*',
        '/~tilde',
        '/%7Etilde',
        '/default',
        '/(bracket)[x]',
        '/(bracket)%5Bx%5D',
        '/a.b%5Ec%7Cd',
        '/aXb%5Ec%7Cd',
        '/%E6%97%A5%E6%9C%AC',
        '/&amp',
        '/list?id=1',
        '/list?id=2',
        '/list?id=3',
        '/list?Id=1',
        '/list',
        '/two?a=1&b=2',
        '/two?b=2&a=1',
        '/two?a=1',
        '/sp?q=a+b',
        '/sp?q=a%20b',
        '/uni?q=%c3%a9',
        '/uni?q=%C3%A9',
        '/uni?q=e',
        '/target?x=1',
        '/target',
        '/amp?a=%26',
        '/empty?a=',
        '/list/of?y=2&z=3',
    ];
}

it('writes rules that a real nginx follows as planned, ten thousand of them, hostile paths too', function (): void {
    $lines = bookOfTenThousand();
    expect($lines)->toHaveCount(10_000);
    $dir = serverFolder();
    $port = freePort();
    $rules = NginxRules::write(array_values($lines));
    file_put_contents(
        "$dir/nginx.conf",
        "daemon off;\nmaster_process off;\npid $dir/pid;\nerror_log $dir/error.log;\nevents {}\nhttp {\naccess_log off;\nclient_body_temp_path $dir/a;\nproxy_temp_path $dir/b;\nfastcgi_temp_path $dir/c;\nuwsgi_temp_path $dir/d;\nscgi_temp_path $dir/e;\n{$rules['maps']}\nserver {\nlisten 127.0.0.1:$port;\n{$rules['server']}\nreturn 404;\n}\n}\n",
    );
    serving(['nginx', '-p', $dir, '-e', "$dir/first.log", '-c', "$dir/nginx.conf"], $port, $dir, function (
        int $port,
    ) use ($lines): void {
        foreach (requests() as $target) {
            expect(ask($port, $target))->toBe(planned($lines, $target), $target);
        }
    });
});

it('writes rules that a real Apache follows as planned, ten thousand of them, hostile paths too', function (): void {
    $lines = bookOfTenThousand();
    $dir = serverFolder();
    $port = freePort();
    $rules = ApacheRules::write(array_values($lines), "$dir/redirects.txt");
    file_put_contents("$dir/redirects.txt", $rules['map']);
    mkdir("$dir/htdocs");
    $modules = implode(
        '',
        array_map(
            static fn (string $name): string => "LoadModule {$name}_module /usr/lib/apache2/modules/mod_$name.so\n",
            ['mpm_event', 'authz_core', 'rewrite'],
        ),
    );
    file_put_contents(
        "$dir/apache.conf",
        "ServerName new.example\nServerRoot $dir\nPidFile $dir/pid\nErrorLog $dir/error.log\nListen 127.0.0.1:$port\nDefaultRuntimeDir $dir\nMutex file:$dir\n{$modules}".
            (posix_geteuid() === 0 ? "User www-data\nGroup www-data\n" : '').
            "DocumentRoot $dir/htdocs\nStartServers 1\n{$rules['rules']}",
    );
    chmod($dir, 0755);
    serving(['apache2', '-X', '-d', $dir, '-f', "$dir/apache.conf"], $port, $dir, function (int $port) use (
        $lines,
    ): void {
        foreach (requests() as $target) {
            expect(ask($port, $target))->toBe(planned($lines, $target), $target);
        }
    });
});
