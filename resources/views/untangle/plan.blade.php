<div>
@if ($plan->changes !== [] || $plan->heldBack !== [])
    <p>After it: @foreach ($plan->counts() as $field => $count)@if (! $loop->first), @endif<b>@n($count)</b> {{ $field }}{{ $count === 1 ? '' : ($field === 'robots' ? '' : 's') }}@endforeach @if ($plan->keepers)(@n($plan->keepers) make keepers name themselves)@endif, @n($plan->clicks) clicks concerned. Each address then ends in one hop at a page that may be listed.@if ($plan->heldBack) <b>@n(count($plan->heldBack)) held back</b>: {{ array_values($plan->heldBack)[0] }}.@endif</p>
    @can('write', $store)
        <form method="post" action="{{ route('untangle.cause.carry', [$store, $cause->id]) }}" class="filters">@csrf<button class="button is-growth" name="which" value="safe">Make the safe ones ready</button> <button class="button" name="which" value="all">Make all @n(count($plan->changes)) ready for release</button></form>
    @endcan
@endif
</div>
