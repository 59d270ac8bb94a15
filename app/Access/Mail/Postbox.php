<?php

declare(strict_types=1);

namespace App\Access\Mail;

use App\Platform\Typed;
use Illuminate\Contracts\Mail\Mailable;
use Illuminate\Support\Facades\Mail;

/** Mails of the application, where the machine's keeper named a server that sends them (docs/deploy.md). */
final class Postbox
{
    public static function isThere(): bool
    {
        return Typed::text(config('mail.mailers.smtp.host')) !== '';
    }

    /** Puts a mail into the queue; without a mail server nothing is sent, and the link is shown on screen alone. */
    public static function send(string $to, Mailable $mail): void
    {
        if (self::isThere()) {
            Mail::to($to)->queue($mail);
        }
    }
}
