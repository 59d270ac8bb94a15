@extends('frame')
@section('title', 'Calendar')
@section('content')
    <div class="head"><h1>Calendar</h1></div>
    @include('weigh.tabs')
    <p class="hint">Sales, holidays and outages, marked on every chart. A <b>break</b> is a time when tracking was wrong or changed: nothing is compared across it. On days of <b>no releases</b> nothing is sent to the shop; taking back still works.</p>
    <table class="ledger tight" id="events">
        <thead><tr><th scope="col">Event</th><th scope="col">First day</th><th scope="col">Last day</th><th scope="col">Repeats</th><th scope="col">Next</th><th scope="col"><span class="sr">Do</span></th></tr></thead>
        <tbody>
        @forelse ($events as $event)
            <tr><td class="wrap-any">{{ $event->name }}@if ($event->isBreak) <span class="state is-hand">break in the data</span>@endif @if ($event->isFreeze) <span class="state is-hand">no releases</span>@endif</td><td>{{ App\Platform\Web\Forms::day($event->first) }}</td><td>{{ App\Platform\Web\Forms::day($event->lastFrom($event->first)) }}</td><td>{{ $event->returns->words() }}</td>
                <td>{{ App\Platform\Web\Forms::day(collect($coming)->firstWhere('name', $event->name)['first'] ?? '') }}</td><td>@can('write', $store)<form method="post" action="{{ route('calendar.drop', [$store, $event->id]) }}">@csrf<button class="button">Remove</button></form>@endcan</td></tr>
        @empty
            <tr><td colspan="6">No events yet.</td></tr>
        @endforelse
        </tbody>
    </table>
    @if ($ahead)
        <h2>Ahead</h2>
        <table class="ledger tight" id="ahead">
            <thead><tr><th scope="col">When</th><th scope="col">What</th></tr></thead>
            <tbody>@foreach ($ahead as $one)<tr><td class="nowrap">{{ App\Platform\Web\Forms::day(substr($one->at, 0, 10)) }}{{ substr($one->at, 10) }}</td><td class="wrap-any"><a href="{{ $one->url }}">{{ ucfirst($one->what) }}</a></td></tr>@endforeach</tbody>
        </table>
    @endif
    @can('write', $store)
    <h2>New event</h2>
    <form method="post" action="{{ route('calendar.add', $store) }}" class="filters new-list">@csrf
        <label>Name <input class="input" name="name" maxlength="80" required value="{{ old('name') }}"></label>
        <label>from <input class="input" type="date" name="first" required value="{{ old('first') }}"></label><label>to <input class="input" type="date" name="last" required value="{{ old('last') }}"></label>
        <label>repeats <span class="select"><select name="returns">@foreach (App\Facts\Calendar\Returns::cases() as $one)<option value="{{ $one->value }}" @selected(old('returns') === $one->value)>{{ $one->words() }}</option>@endforeach</select></span></label>
        <label><input type="checkbox" name="break" value="1" @checked(old('break'))> a break in the data</label>
        @can('release', $store)<label><input type="checkbox" name="freeze" value="1" @checked(old('freeze'))> no releases</label>@endcan
        <button class="button is-growth" data-once>Add</button>
    </form>
    @endcan
@endsection
