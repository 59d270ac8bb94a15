{{-- What changed, what runs, how fresh everything is: the foot of the overview, asked for by itself. --}}
<section>
    <h2 class="flat">Changed {{ $since }}</h2>
    <table class="ledger"><tbody>
    @forelse ($changes as $change)
        <tr><td class="soft nowrap">{{ $change->at->clone()->setTimezone($store->timezone)->format('D H:i') }}</td><td @if ($change->asks) class="is-hand-text" @endif>{{ $change->words }}</td><td class="way"><a href="{{ $change->url }}">{{ $change->label }}</a></td></tr>
    @empty
        <tr><td class="soft">Nothing: no crawl, no file, no text.</td></tr>
    @endforelse
    </tbody></table>
</section>
<section class="runs">
    <h2 class="flat">Runs now <a class="beside" href="{{ route('night', $store) }}">by itself</a></h2>
    <table class="ledger"><tbody>
    @forelse ($works as ['view' => $work, 'title' => $title])
        <tr><td><span>{{ ucfirst($title) }}</span><br><span class="soft">{{ $work->stateInWords() }}{{ $work->counts() === '' ? '' : ', '.$work->counts() }}</span></td>
            <td class="way">@can(str_starts_with($work->sort, 'release.') ? 'release' : 'write', $store)<form method="post" action="{{ route('work.stop', [$store, $work->id]) }}">@csrf<button class="plain" @disabled($work->stopAsked)>Stop</button></form>@endcan</td></tr>
    @empty
        <tr><td class="soft">Nothing.</td></tr>
    @endforelse
    </tbody></table>
</section>
<section>
    <h2 class="flat">How fresh the sources are</h2>
    <table class="ledger"><tbody>
    @forelse ($sources as $source)
        <tr><td><a class="quiet" href="{{ $source->url }}">{{ $source->name }}</a></td><td class="nowrap">{{ $source->upTo }}</td><td class="num {{ $source->isOld ? 'is-hand-text' : 'soft' }}">@if ($source->isOld)<b>{{ $source->next }}</b>@else{{ $source->next }}@endif</td></tr>
    @empty
        <tr><td class="soft">There are none yet: a crawl is the first.</td></tr>
    @endforelse
    </tbody></table>
</section>
