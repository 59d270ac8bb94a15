@extends('frame')
@section('title', 'Roads to terms')
@php
    use App\Platform\Web\Forms;
@endphp
@section('content')
    <div class="head"><h1>Roads to terms</h1></div>
    @include('match.tabs')
    <p class="hint">How many links a rival page is ahead for a term, what closing the gap takes, and which weaker terms are won first. A road begins at a term: open it, then “The road to it”.</p>
    <div class="scroll"><table class="ledger">
        <thead><tr><th scope="col">Term</th><th scope="col">Rival page</th><th scope="col" class="num">Backlinks to go</th><th scope="col" class="num">Cost</th><th scope="col" class="num">Months</th><th scope="col" class="num">Won on the way</th><th scope="col">Next</th></tr></thead>
        <tbody>
        @forelse ($roads as $one)
            @php
                $next = collect($one->steps)->firstWhere('reachedOn', null);
                $id = $terms[$one->kept->id] ?? null;
            @endphp
            <tr><td>@if ($id)<a href="{{ route('match.road', [$store, $id]) }}">{{ $one->kept->term }}</a>@else{{ $one->kept->term }}@endif</td><td class="clip g-page" title="{{ $one->kept->rivalUrl }}">{{ $one->kept->rivalUrl }}</td><td class="num">@n($one->road->links)</td><td class="num">{{ $one->road->cost === null ? '–' : Forms::number($one->road->cost).' '.$markets->find($one->kept->marketId)->currency }}</td><td class="num">{{ $one->road->months ?? '–' }}</td><td class="num">{{ count($one->steps) === 0 ? '–' : $one->reached().' of '.count($one->steps) }}</td><td>{{ $next->term ?? '' }}</td></tr>
        @empty
            <tr><td colspan="7">None yet.</td></tr>
        @endforelse
        </tbody>
    </table></div>
@endsection
