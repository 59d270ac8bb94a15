<?php

declare(strict_types=1);

// The shop's front door. Pages carry no clock, nonce or version, so a page once rendered is kept until the next change.
$dir = $_SERVER['SHOP_DATA'] ?? getenv('SHOP_DATA') ?: '';
$generation = (int) @file_get_contents($dir.'/generation');
$host = $_SERVER['HTTP_HOST'] ?? 'localhost';
$target = $_SERVER['REQUEST_URI'] ?? '/';
$kept = $dir.'/pages/'.$generation.'/'.md5($host.$target);
if ($_SERVER['REQUEST_METHOD'] === 'GET' && is_file($kept)) {
    header('Content-Type: text/html; charset=utf-8');
    readfile($kept);

    return;
}
require __DIR__.'/../src/autoload.php';
(new Tindrel\FrontDoor(new Tindrel\Shop($dir), 'http://'.$host, $kept))->serve(
    $_SERVER['REQUEST_METHOD'] ?? 'GET',
    $target,
);
