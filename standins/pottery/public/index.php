<?php

declare(strict_types=1);

foreach (['Kiln', 'Reply', 'Backend', 'Sheets', 'Storefront'] as $part) {
    require __DIR__."/../src/$part.php";
}
$server = array_filter($_SERVER, is_string(...));
$kiln = new Fennmoor\Kiln($server['POTTERY_DATA'] ?? getenv('POTTERY_DATA') ?: '');
[$path, $query] = [...explode('?', $server['REQUEST_URI'] ?? '/', 2), ''];
parse_str((string) $query, $asked);
$method = $server['REQUEST_METHOD'] ?? 'GET';
$reply = str_starts_with($path, '/backend/')
    ? (new Fennmoor\Backend($kiln))->reply($method, substr($path, 8), $asked)
    : (new Fennmoor\Storefront($kiln, 'http://'.($server['HTTP_HOST'] ?? 'localhost')))->reply($path);
http_response_code($reply->status);
foreach ($reply->headers as $name => $value) {
    header("$name: $value");
}
echo $method === 'HEAD' ? '' : $reply->body;
