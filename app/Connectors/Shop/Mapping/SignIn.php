<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

use stdClass;

/**
 * By what a shop knows us: a bearer token, a header of its own, user and password, or client credentials (RFC 6749
 * section 4.4).
 */
final readonly class SignIn
{
    private function __construct(
        public string $by,
        public string $header,
        public string $user,
        public string $path,
        public bool $asForm,
        public string $idName,
        public string $secretName,
        public string $scope,
        public Pointer $token,
        public Pointer $seconds,
    ) {
    }

    public static function of(stdClass $given): self
    {
        $names = $given->names ?? new stdClass();

        return new self(
            (string) $given->by,
            (string) ($given->header ?? ''),
            (string) ($given->user ?? ''),
            (string) ($given->path ?? ''),
            ($given->body ?? 'form') === 'form',
            (string) ($names->id ?? 'client_id'),
            (string) ($names->secret ?? 'client_secret'),
            (string) ($given->scope ?? ''),
            Pointer::of((string) ($given->token ?? '/access_token')),
            Pointer::of((string) ($given->seconds ?? '/expires_in')),
        );
    }
}
