<?php

declare(strict_types=1);

namespace App\Access\Console;

use App\Access\Invitations;
use App\Access\Role;
use App\Stores\Console\StoreCommand;

final class InviteCommand extends StoreCommand
{
    protected $signature = 'access:invite {--store= : slug of the store} {--email= : whom} {--role=owner : viewer, writer, approver or owner} {--json : one JSON document on standard output}';

    protected $description = 'Invite someone into a store: prints a link that works once, for seven days';

    public function handle(Invitations $invitations): int
    {
        return $this->guarded(function () use ($invitations): int {
            $store = $this->store();
            $email = (string) $this->option('email');
            $role = Role::tryFrom((string) $this->option('role'));
            if (filter_var($email, FILTER_VALIDATE_EMAIL) === false || $role === null) {
                return $this->badCall(
                    'An invitation needs --email=ADDRESS and --role=viewer, writer, approver or owner.',
                );
            }
            $link = config('app.url').'/invitations/'.$invitations->invite($store, $email, $role, null);

            return $this->answer(
                ['store' => $store->slug, 'email' => $email, 'role' => $role->value, 'link' => $link],
                "$email becomes $role->value of {$store->name} by this link (once, within seven days):\n$link",
            );
        });
    }
}
