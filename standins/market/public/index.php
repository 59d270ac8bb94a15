<?php

declare(strict_types=1);

require __DIR__.'/../src/autoload.php';
$server = array_filter($_SERVER, is_string(...));
$setting = static fn (string $name): string => $server[$name] ?? (getenv($name) ?: '');
(new Market\FrontDoor(new Market\Book($setting('MARKET_DATA')), $setting('MARKET_SHOP')))->serve(
    $server['REQUEST_METHOD'] ?? 'GET',
    $server['REQUEST_URI'] ?? '/',
    (string) file_get_contents('php://input'),
    $server['HTTP_AUTHORIZATION'] ?? '',
);
