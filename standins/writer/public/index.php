<?php

declare(strict_types=1);

spl_autoload_register(static function (string $class): void {
    if (str_starts_with($class, 'Writer\\')) {
        require __DIR__.'/../src/'.str_replace('\\', '/', substr($class, 7)).'.php';
    }
});
$server = array_filter($_SERVER, is_string(...));
(new Writer\FrontDoor())->serve(
    $server['REQUEST_METHOD'] ?? 'GET',
    (string) parse_url($server['REQUEST_URI'] ?? '/', PHP_URL_PATH),
    (string) file_get_contents('php://input', length: 200_000),
);
