<?php

declare(strict_types=1);

namespace App\Access\Console;

use App\Access\Models\User;
use App\Access\Passwords\ResetLinks;
use App\Stores\Console\StoreCommand;
use Illuminate\Support\Str;

final class ResetCommand extends StoreCommand
{
    protected $signature = 'access:reset {--email= : whose password} {--json : one JSON document on standard output}';

    protected $description = 'Print a link by which somebody chooses a new password, once, within an hour';

    public function handle(): int
    {
        return $this->guarded(function (): int {
            $email = Str::lower((string) $this->option('email'));
            $user = User::query()->where('email', $email)->first();
            if ($user === null) {
                return $this->badCall(
                    $email === '' ? 'Whose? Give --email=ADDRESS.' : "Nobody here has the address $email.",
                );
            }
            $link = ResetLinks::make($user);

            return $this->answer(
                ['email' => $email, 'link' => $link],
                "By this link $email chooses a new password, once, within an hour:\n$link",
            );
        });
    }
}
