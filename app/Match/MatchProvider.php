<?php

declare(strict_types=1);

namespace App\Match;

use App\Inventory\Events\TermsChanged;
use App\Match\Console\SuggestCommand;
use App\Match\Pairing\SuggestWork;
use App\Match\Terms\LeadMarks;
use App\Platform\Work\WorkDesk;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class MatchProvider extends ServiceProvider
{
    public function boot(WorkDesk $desk): void
    {
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->commands([SuggestCommand::class]);
        $desk->register(SuggestWork::class);
        Event::listen(TermsChanged::class, [LeadMarks::class, 'after']);
    }
}
