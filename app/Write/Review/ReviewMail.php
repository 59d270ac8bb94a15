<?php

declare(strict_types=1);

namespace App\Write\Review;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Mail\Mailable;
use Illuminate\Mail\Mailables\Content;
use Illuminate\Mail\Mailables\Envelope;

/** Tells whoever approves that texts wait. */
final class ReviewMail extends Mailable implements ShouldQueue
{
    use Queueable;

    public int $tries = 3;

    /**
     * @param  int  $late  those that wait longer than they may
     * @param  ?string  $link  to the review; null for a guest, whose link is known to nobody but them
     */
    public function __construct(
        private readonly string $store,
        private readonly int $waiting,
        private readonly int $late,
        private readonly ?string $link,
    ) {
        $this->queue = 'interactive';
    }

    public function envelope(): Envelope
    {
        return new Envelope(
            subject: number_format($this->waiting).
                ($this->waiting === 1 ? ' text waits' : ' texts wait').
                " for your approval in {$this->store}",
        );
    }

    public function content(): Content
    {
        return new Content(
            text: 'write.mail.review',
            with: [
                'store' => $this->store,
                'waiting' => $this->waiting,
                'late' => $this->late,
                'link' => $this->link,
            ],
        );
    }
}
