<?php

declare(strict_types=1);

namespace App\Stores\Adding;

use RuntimeException;

/** An address at which no shop was found: what came instead, and what to do. */
final class NotAShop extends RuntimeException
{
    /**
     * @param  bool  $isPrivate  whether the owner's word would let it be asked: it stands in a private network
     * @param  bool  $isSilent  whether nothing came back at all
     */
    private function __construct(
        string $words,
        public readonly bool $isPrivate = false,
        public readonly bool $isSilent = false,
    ) {
        parent::__construct($words);
    }

    public static function noAddress(string $given): self
    {
        return new self(
            '“'.
                mb_substr($given, 0, 80).
                '” is no web address. Give it as in a browser, such as https://shop.example.',
        );
    }

    public static function private(string $host): self
    {
        return new self(
            "$host stands in a private network, or on this machine itself. If the shop is really there, tick the ".
                'box below; '.
                'then this host and port may be asked, and no other.',
            true,
        );
    }

    public static function refused(string $why): self
    {
        return new self("$why Look whether the address is written right.");
    }

    public static function silent(string $host, string $why): self
    {
        return new self(
            "$host: ".
                lcfirst(rtrim($why, '.')).
                '. Look whether it opens in a browser; if it does, it may let nobody in '.
                'but browsers, or be slow just now: try again, or ask who looks after the shop to let YoungOrchard in.',
            isSilent: true,
        );
    }

    public static function answers(string $url, int $status): self
    {
        return new self(
            match (true) {
                $status === 404,
                $status === 410 => "$url answers $status: there is no such page. Give the address of the shop’s ".
                    ''.
                    'home page.',
                $status >= 500 => "$url answers $status: the shop has trouble just now. Try again in some minutes.",
                default => "$url answers $status, which is no page. Give the address of the shop’s home page.",
            },
        );
    }

    public static function noPage(string $url, string $type): self
    {
        return new self("$url is no web page but $type. Give the address of the shop’s home page.");
    }

    public static function runsInCircles(string $url): self
    {
        return new self("$url leads on and on and never to a page. Give the address that a browser shows in the end.");
    }
}
