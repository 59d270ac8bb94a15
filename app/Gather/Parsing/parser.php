<?php

/**
 * A parser process: reads frames from standard input, writes frames to standard output, ends when its input does.
 *
 * A frame is a 32-bit little-endian length and that many bytes of serialized data. In: first the text of the page that
 * answers for an address that does not exist (or null), then [url, content type, body] each; out: a ParsedPage, or a
 * string that says why there is none.
 */

declare(strict_types=1);

use App\Gather\Parsing\PageParser;

require dirname(__DIR__, 3).'/vendor/autoload.php';
ini_set('memory_limit', '512M');

$read = static function (int $length): ?string {
    $data = '';
    while (strlen($data) < $length) {
        $piece = fread(STDIN, max(1, $length - strlen($data)));
        if ($piece === false || $piece === '') {
            return null;
        }
        $data .= $piece;
    }

    return $data;
};
$missing = unserialize((string) $read((int) (unpack('V', (string) $read(4)) ?: [1 => 0])[1]), [
    'allowed_classes' => false,
]);
$parser = new PageParser(is_string($missing) ? $missing : null);
while (($head = $read(4)) !== null) {
    $frame = $read((int) (unpack('V', $head) ?: [1 => 0])[1]);
    if ($frame === null) {
        break;
    }
    /** @var array{string, ?string, string} $asked as ParserPool sends it */
    $asked = unserialize($frame, ['allowed_classes' => false]);
    [$url, $type, $body] = $asked;
    try {
        $answer = serialize($parser->parse($body, $type, $url));
    } catch (Throwable $error) {
        $answer = serialize($error->getMessage());
    }
    fwrite(STDOUT, pack('V', strlen($answer)).$answer);
}
