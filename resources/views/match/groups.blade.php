@extends('frame')
@section('title', 'Groups of terms')
@section('content')
    <div class="head"><h1>Groups of terms</h1></div>
    @include('match.tabs')
    <p class="hint">A head term with its narrower forms. A group opens as a picture of its own; a term’s panel says where else it belongs.</p>
    <table class="ledger tight" data-sortable>
        <thead><tr><th scope="col">Head term</th><th scope="col">Asks for</th><th scope="col" class="num">Terms</th><th scope="col" class="num">Lead a page</th><th scope="col" class="num">Searches of the head</th><th scope="col" class="num">Worth together</th></tr></thead>
        <tbody>
        @forelse ($groups as $group)<tr><td class="clip"><a href="{{ route('match', [$store] + $filter->query(['group' => $group->id])) }}">{{ $group->term }}</a></td><td class="soft">{{ App\Match\Terms\Asks::kind($group->asked)?->value }}</td><td class="num">@n($group->terms)</td><td class="num">@n($group->led)</td><td class="num">{{ $group->volume === null ? '' : App\Platform\Web\Forms::number($group->volume) }}</td><td class="num">{{ App\Platform\Web\Forms::rough($group->worth) }}</td></tr>@empty<tr><td colspan="6">No groups yet: match terms and pages first.</td></tr>@endforelse
        </tbody>
    </table>
    @include('pager')
@endsection
