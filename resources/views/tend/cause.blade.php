@extends('frame')
@section('title', $cause->kind->label())
@php
    use App\Tend\Found\FindingState;
    use App\Platform\Web\Forms;
@endphp
@section('content')
    <div @follows('tend', 'tended')>
    <div class="head"><h1>{{ $cause->kind->label() }}</h1><span class="soft">{{ $cause->words }}</span></div>
    @include('tend.tabs')
    <div class="figures"><span><span class="big-number">@n($cause->pages)</span> {{ $cause->pages === 1 ? 'page' : 'pages' }}</span><span><b>@n($cause->clicks)</b> clicks</span><span><b>{{ Forms::rough($cause->revenue) }}</b> revenue</span><span><b>{{ Forms::rough($cause->upside) }}</b> upside</span>@if ($cause->mended > 0)<span class="state is-growth">@n($cause->mended) mended in 90 days</span>@endif</div>
    <p>{{ $cause->kind->meaning() }} <b>{{ $cause->repair }}</b></p>
    @if ($cause->leave)
        <p class="note">Left as it is since {{ Forms::day(substr($cause->leave->leftAt, 0, 10)) }}: {{ $cause->leave->reason }}@if ($cause->leave->reviewOn) Looked at again on {{ Forms::day($cause->leave->reviewOn) }}.@endif @can('write', $store)<form method="post" action="{{ route('tend.reopen', $store) }}" class="inline">@csrf<input type="hidden" name="cause" value="{{ $cause->id }}"><button class="button">Open it again</button></form>@endcan</p>
    @else
        @if ($alts)<p>Main images get their alts at the desk. Those of the further ones would say, for example:</p><table class="ledger tight" aria-label="Alts proposed"><thead><tr><th scope="col">Page</th><th scope="col">Image</th><th scope="col">Alt now</th><th scope="col">Alt to be</th></tr></thead><tbody>@foreach ($alts as $one)<tr><td class="clip g-page"><a href="{{ route('tend.page', [$store, $one['page']]) }}">{{ App\Stores\Http\ShownUrl::of($store, $one['url']) }}</a></td><td>{{ basename($one['image']) }}</td><td>{{ $one['was'] ?? 'none' }}</td><td>{{ $one['alt'] }}</td></tr>@endforeach</tbody></table>@endif
        @can('write', $store)@if ($cause->pages > 0 && ($alts || $group === App\Tend\Found\FindingGroup::Structured))<form method="post" action="{{ route('tend.cause.put', [$store, $cause->id]) }}" class="filters">@csrf<button class="button" title="{{ $alts ? 'Alts of all images but the main ones, by the product’s name, its variant and the view' : 'Structured data made from what is known of products and articles, in the place of what the page says now' }}">Put what is made for all of them into the next release</button></form>@endif @endcan
        @can('write', $store)<details><summary>Leave all of this cause as it is</summary><form method="post" action="{{ route('tend.cause.leave', [$store, $cause->id]) }}" class="filters">@csrf<label for="cause-reason">because</label> <input class="input" id="cause-reason" name="reason" maxlength="300" required> <label for="cause-day">look again on</label> <input class="input short-date" id="cause-day" type="date" name="review_on"> <button class="button">Leave it</button></form></details>@endcan
    @endif
    <p class="filters"><a href="{{ route('tend.cause', [$store, $cause->id]) }}" @if ($show === FindingState::Open) aria-current="true" @endif>Open <span class="n">@n($cause->pages)</span></a><a href="{{ route('tend.cause', [$store, $cause->id, 'show' => 'left']) }}" @if ($show === FindingState::Left) aria-current="true" @endif>Left as they are <span class="n">@n($cause->leftPages)</span></a><a href="{{ route('tend.cause', [$store, $cause->id, 'show' => 'mended']) }}" @if ($show === FindingState::Mended) aria-current="true" @endif>Mended <span class="n">@n($cause->mended)</span></a></p>
    @include('tend.rows', ['isMixed' => false])
    </div>
@endsection
