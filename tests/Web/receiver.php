<?php

/** `php receiver.php FILE PORT [STATUS …]`: writes each request it gets to FILE as a line of JSON. */

declare(strict_types=1);

[, $file, $port] = $argv;
$statuses = array_slice($argv, 3);
$server = stream_socket_server("tcp://127.0.0.1:$port") ?: exit(1);
for (; ;) {
    $client = @stream_socket_accept($server, 3600);
    if ($client === false) {
        continue;
    }
    stream_set_timeout($client, 2);
    $text = '';
    while (! str_contains($text, "\r\n\r\n") && ($piece = fread($client, 8192)) !== false && $piece !== '') {
        $text .= $piece;
    }
    if (preg_match('~^POST ~', $text) === 1) {
        [$head, $body] = explode("\r\n\r\n", $text, 2);
        $headers = [];
        foreach (array_slice(explode("\r\n", $head), 1) as $line) {
            [$name, $value] = explode(':', $line, 2);
            $headers[strtolower($name)] = trim($value);
        }
        while (
            strlen($body) < (int) ($headers['content-length'] ?? 0) &&
            ($piece = fread($client, 8192)) !== false &&
            $piece !== ''
        ) {
            $body .= $piece;
        }
        file_put_contents($file, json_encode(['headers' => $headers, 'body' => $body])."\n", FILE_APPEND);
        $status = (int) (array_shift($statuses) ?? 200);
        fwrite($client, "HTTP/1.1 $status Said\r\nContent-Length: 0\r\nConnection: close\r\n\r\n");
    }
    fclose($client);
}
