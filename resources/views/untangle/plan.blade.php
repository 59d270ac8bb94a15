<div>
@if ($plan->changes !== [] || $plan->heldBack !== [])
    <p>Changes: @foreach ($plan->counts() as $field => $count)@if (! $loop->first), @endif<b>@n($count)</b> {{ $field }}{{ $count === 1 ? '' : ($field === 'robots' ? '' : 's') }}@endforeach @if ($plan->keepers)(@n($plan->keepers) set self-canonicals on keepers)@endif, @n($plan->clicks) clicks affected. Each URL then leads to an indexable page in one hop.@if ($plan->heldBack) <b>@n(count($plan->heldBack)) held back</b>: {{ array_values($plan->heldBack)[0] }}.@endif</p>
    @can('write', $store)
        <form method="post" action="{{ route('untangle.cause.carry', [$store, $cause->id]) }}" class="filters">@csrf<button class="button is-growth" name="which" value="safe">Make the safe ones ready for release</button> <button class="button" name="which" value="all">Make all @n(count($plan->changes)) ready for release</button></form>
    @endcan
@endif
</div>
