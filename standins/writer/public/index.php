<?php

declare(strict_types=1);

spl_autoload_register(static function (string $class): void {
    if (str_starts_with($class, 'Writer\\')) {
        require __DIR__.'/../src/'.str_replace('\\', '/', substr($class, 7)).'.php';
    }
});
(new Writer\FrontDoor())->serve(
    $_SERVER['REQUEST_METHOD'] ?? 'GET',
    (string) parse_url($_SERVER['REQUEST_URI'] ?? '/', PHP_URL_PATH),
    (string) file_get_contents('php://input', length: 200_000),
);
