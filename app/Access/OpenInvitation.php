<?php

declare(strict_types=1);

namespace App\Access;

use stdClass;

/** An invitation that nobody has taken up yet. */
final readonly class OpenInvitation
{
    /** @param  string  $expiresAt  UTC */
    private function __construct(public int $id, public string $email, public string $role, public string $expiresAt)
    {
    }

    /** @param  stdClass  $row  of access_invitations */
    public static function of(stdClass $row): self
    {
        return new self((int) $row->id, (string) $row->email, (string) $row->role, (string) $row->expires_at);
    }
}
