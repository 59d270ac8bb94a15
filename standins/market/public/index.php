<?php

declare(strict_types=1);

require __DIR__.'/../src/autoload.php';
$setting = static fn (string $name): string => (string) ($_SERVER[$name] ?? getenv($name) ?: '');
(new Market\FrontDoor(new Market\Book($setting('MARKET_DATA')), $setting('MARKET_SHOP')))->serve(
    $_SERVER['REQUEST_METHOD'] ?? 'GET',
    $_SERVER['REQUEST_URI'] ?? '/',
    (string) file_get_contents('php://input'),
    (string) ($_SERVER['HTTP_AUTHORIZATION'] ?? ''),
);
