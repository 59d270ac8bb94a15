<?php

declare(strict_types=1);

// Decodes lines of "encoding base64" from standard input and answers base64 of UTF-8, one a line.
use Orchard\Core\Text\Encoding;

require dirname(__DIR__).'/vendor/autoload.php';
$known = [];
while (($line = fgets(STDIN)) !== false) {
    [$name, $bytes] = explode(' ', trim($line).' ');
    $known[$name] ??= Encoding::labelled($name);
    echo base64_encode($known[$name]?->decode((string) base64_decode($bytes)) ?? ''), "\n";
}
