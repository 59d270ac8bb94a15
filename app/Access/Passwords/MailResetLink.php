<?php

declare(strict_types=1);

namespace App\Access\Passwords;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeEncrypted;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

/**
 * Looks for the person behind the scenes, so that the answer takes as long for an unknown address as for a known one.
 */
final class MailResetLink implements ShouldBeEncrypted, ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 2;

    public function __construct(private readonly string $email)
    {
        $this->queue = 'interactive';
    }

    public function handle(): void
    {
        ResetLinks::mail($this->email);
    }
}
