<?php

declare(strict_types=1);

// The shop's front door. Pages carry no clock, nonce or version, so a page once rendered is kept until the next change.
$server = array_filter($_SERVER, is_string(...));
$dir = $server['SHOP_DATA'] ?? getenv('SHOP_DATA') ?: '';
$generation = (int) @file_get_contents($dir.'/generation');
$host = $server['HTTP_HOST'] ?? 'localhost';
$target = $server['REQUEST_URI'] ?? '/';
$kept = $dir.'/pages/'.$generation.'/'.md5($host.$target);
if ($server['REQUEST_METHOD'] === 'GET' && is_file($kept)) {
    header('Content-Type: text/html; charset=utf-8');
    readfile($kept);

    return;
}
require __DIR__.'/../src/autoload.php';
(new Tindrel\FrontDoor(new Tindrel\Shop($dir), 'http://'.$host, $kept))->serve(
    $server['REQUEST_METHOD'] ?? 'GET',
    $target,
);
