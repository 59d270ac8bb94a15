<?php

/**
 * A little web server for tests: serves what a JSON file says, page by page, to the letter.
 *
 * `php server.php FILE PORT`. FILE holds an object: path => {status, headers: [[name, value]], body (base64), drop,
 * wait, drips}. It is read again at every request, so that a test changes the site by writing it. Requests are told to
 * FILE.log, one path a line.
 */

declare(strict_types=1);

[, $file, $port] = $argv;
$server = stream_socket_server("tcp://127.0.0.1:$port") ?: exit(1);
for (; ;) {
    $client = @stream_socket_accept($server, 3600);
    if ($client === false) {
        continue;
    }
    stream_set_timeout($client, 2);
    $head = '';
    while (! str_contains($head, "\r\n\r\n") && ($piece = fread($client, 8192)) !== false && $piece !== '') {
        $head .= $piece;
    }
    if (preg_match('~^(\w+) (\S+) ~', $head, $request) === 1) {
        file_put_contents("$file.log", $request[2]."\n", FILE_APPEND);
        $pages = (array) json_decode((string) file_get_contents($file), true);
        $page =
            $pages[$request[2]] ??
            ($pages['*'] ?? ['status' => 404, 'body' => base64_encode('There is nothing here.')]);
        usleep((int) (($page['wait'] ?? 0) * 1_000_000));
        if (! ($page['drop'] ?? false)) {
            $body = base64_decode($page['body'] ?? '');
            $tag = array_column($page['headers'] ?? [], 1, 0)['ETag'] ?? null;
            if ($tag !== null && preg_match('~^If-None-Match: (.*?)\r$~mi', $head, $asked) === 1) {
                file_put_contents("$file.log", "(had $asked[1])\n", FILE_APPEND);
                if ($asked[1] === $tag) {
                    [$page['status'], $body] = [304, ''];
                }
            }
            $lines = [
                'HTTP/1.1 '.($page['status'] ?? 200).' As told',
                'Content-Length: '.strlen($body),
                'Connection: close',
            ];
            foreach ($page['headers'] ?? [['Content-Type', 'text/html; charset=utf-8']] as [$name, $value]) {
                $lines[] = "$name: $value";
            }
            @fwrite($client, implode("\r\n", $lines)."\r\n\r\n");
            foreach ($request[1] === 'HEAD' ? [] : ($page['drips'] ?? false ? str_split($body) : [$body]) as $piece) {
                if (@fwrite($client, $piece) === false) {
                    break;
                }
                ($page['drips'] ?? false) && usleep(300_000);
            }
        }
    }
    fclose($client);
}
