<?php

/** Reads pages for the browser tests: a JSON list of base64 bodies on standard input, what our reader says of each on standard output. */

declare(strict_types=1);

use Orchard\Core\Markup\Charset;
use Orchard\Core\Markup\Link;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Url\PageUrl;

require dirname(__DIR__).'/vendor/autoload.php';
$url = PageUrl::parse('http://shop.example/dir/page') ?? throw new LogicException;
echo json_encode(array_map(static function (array $page) use ($url): array {
    $facts = PageReader::read(Charset::toUtf8((string) base64_decode($page['body']), $page['type']), $url);

    return [
        'title' => $facts->title, 'description' => $facts->description, 'canonicals' => $facts->canonicals, 'h1s' => $facts->h1s, 'words' => $facts->words,
        'links' => array_map(static fn (Link $link): array => [$link->target, $link->anchor], $facts->links), 'strays' => $facts->strays['canonical'] ?? 0,
    ];
}, (array) json_decode((string) stream_get_contents(STDIN), true)), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE);
