<?php

declare(strict_types=1);

namespace App\Watch\Reports;

use App\Stores\Models\Store;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeEncrypted;
use Illuminate\Mail\Mailable;
use Illuminate\Mail\Mailables\Content;
use Illuminate\Mail\Mailables\Envelope;

/** The report of some days as a mail that reads without the application. */
final class ReportMail extends Mailable implements ShouldBeEncrypted
{
    use Queueable;

    public int $tries = 3;

    public function __construct(
        private readonly int $storeId,
        private readonly string $firstDay,
        private readonly string $lastDay,
    ) {
        $this->queue = 'bulk';
    }

    public function envelope(): Envelope
    {
        $store = Store::query()->findOrFail($this->storeId);

        return new Envelope(
            subject: "{$store->name}: what was done and what it earned, {$this->firstDay} to {$this->lastDay}",
        );
    }

    public function content(): Content
    {
        $report = Report::of(Store::query()->findOrFail($this->storeId), $this->firstDay, $this->lastDay);

        return new Content(
            text: 'watch.report-text',
            htmlString: $report->html(),
            with: ['report' => $report, 'store' => $report->store],
        );
    }
}
