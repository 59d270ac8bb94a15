<?php

/**
 * A third shop's API, by rules of its own: one POST address, a key in a header, texts as attached records, the cursor
 * in the body.
 */

declare(strict_types=1);

[, $file, $port] = $argv;
$things = [];
foreach (range(1, 7) as $i) {
    $things["gid://thing/$i"] = [
        'gid' => "gid://thing/$i",
        'handle' => (string) $i,
        'title' => "Thing $i",
        'extras' => [
            ['id' => 10 * $i, 'space' => 'shop', 'key' => 'care', 'value' => 'Wash by hand'],
            ['id' => 10 * $i + 1, 'space' => 'search', 'key' => 'title', 'value' => "First title $i"],
        ],
    ];
}
file_put_contents($file, json_encode($things));
$server = stream_socket_server("tcp://127.0.0.1:$port") ?: exit(1);
touch("$file.up");
while (($client = stream_socket_accept($server, 3600)) !== false) {
    $head = '';
    while (! str_contains($head, "\r\n\r\n") && ($piece = fread($client, 8192)) !== false && $piece !== '') {
        $head .= $piece;
    }
    [$head, $body] = explode("\r\n\r\n", $head, 2) + [1 => ''];
    preg_match('/Content-Length: (\d+)/i', $head, $length);
    while (strlen($body) < (int) ($length[1] ?? 0)) {
        $body .= (string) fread($client, 8192);
    }
    $asked = (array) json_decode($body, true);
    $things = (array) json_decode((string) file_get_contents($file), true);
    $answer = match (true) {
        ! str_starts_with($head, 'POST /do ') => ['problems' => [['text' => 'Only POST /do.']]],
        ! str_contains($head, 'X-Shop-Key: third') => ['problems' => [['text' => 'Wrong key.']]],
        $asked['action'] === 'list' => (static function () use ($things, $asked): array {
            $from = (int) ($asked['after'] ?? 0);
            $some = array_slice(array_values($things), $from, $asked['first']);

            return [
                'answer' => [
                    'edges' => array_map(static fn (array $thing): array => ['node' => $thing], $some),
                    'end' => $from + count($some) < count($things) ? (string) ($from + count($some)) : null,
                ],
            ];
        })(),
        $asked['action'] === 'get' => ['answer' => $things[$asked['gid']] ?? null],
        default => (static function () use (&$things, $asked, $file): array {
            foreach ($asked['extras'] as $extra) {
                $at = array_search(
                    $extra['id'] === null ? -1 : (int) $extra['id'],
                    array_column($things[$asked['gid']]['extras'], 'id'),
                    true,
                );
                $entry = ['id' => $extra['id'] === null ? random_int(1000, 9999) : (int) $extra['id']] + $extra;
                $at === false
                    ? ($things[$asked['gid']]['extras'][] = $entry)
                    : ($things[$asked['gid']]['extras'][$at] = $entry);
            }
            file_put_contents($file, json_encode($things));

            return ['answer' => 'done'];
        })(),
    };
    $text = (string) json_encode($answer);
    fwrite(
        $client,
        "HTTP/1.1 200 OK\r\nContent-Type: application/json\r\nConnection: close\r\nContent-Length: ".
            strlen($text).
            "\r\n\r\n$text",
    );
    fclose($client);
}
