<?php

declare(strict_types=1);

namespace App\Access;

use App\Platform\Database\Row;

/** An invitation that nobody has taken up yet. */
final readonly class OpenInvitation
{
    /** @param  string  $expiresAt  UTC */
    private function __construct(public int $id, public string $email, public string $role, public string $expiresAt)
    {
    }

    /** @param  Row  $row  of access_invitations */
    public static function of(Row $row): self
    {
        return new self($row->int('id'), $row->text('email'), $row->text('role'), $row->text('expires_at'));
    }
}
