<?php

declare(strict_types=1);

namespace App\Access\Console;

use App\Access\Invitations;
use App\Access\Role;
use App\Stores\Console\StoreCommand;

final class InviteCommand extends StoreCommand
{
    protected $signature =
        'access:invite {--store= : slug of the store} {--email= : whom} {--add-stores : to the '.
        'server instead of a store, to add stores of their own} {--role=owner : viewer, writer, approver or owner} '.
        '{--json : one JSON document on standard output}';

    protected $description = 'Invite someone into a store: prints a link that works once, for seven days';

    public function handle(Invitations $invitations): int
    {
        return $this->guarded(function () use ($invitations): int {
            $email = (string) $this->option('email');
            if ((bool) $this->option('add-stores') && filter_var($email, FILTER_VALIDATE_EMAIL) !== false) {
                $link = config()->string('app.url').'/invitations/'.$invitations->inviteToServer($email);

                return $this->answer(
                    ['store' => null, 'email' => $email, 'role' => null, 'link' => $link],
                    "$email may add stores by this link (once, within seven days):\n$link",
                );
            }
            $store = $this->store();
            $role = Role::tryFrom((string) $this->option('role'));
            if (filter_var($email, FILTER_VALIDATE_EMAIL) === false || $role === null) {
                return $this->badCall(
                    'An invitation needs --email=ADDRESS and --role=viewer, writer, approver or owner.',
                );
            }
            $link = config()->string('app.url').'/invitations/'.$invitations->invite($store, $email, $role, null);

            return $this->answer(
                ['store' => $store->slug, 'email' => $email, 'role' => $role->value, 'link' => $link],
                "$email becomes $role->value of {$store->name} by this link (once, within seven days):\n$link",
            );
        });
    }
}
