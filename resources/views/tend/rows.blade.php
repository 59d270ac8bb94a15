{{-- Findings page by page. $rows, $next; $isMixed where they are of several types. --}}
@php
    use App\Tend\Found\FindingState;
    use App\Tend\Found\FindingType;
    // Where a title or a text could mend it, the page goes to the desk.
    $canWrite = in_array($group, [App\Tend\Found\FindingGroup::Headings, App\Tend\Found\FindingGroup::Images, App\Tend\Found\FindingGroup::Words, App\Tend\Found\FindingGroup::Collections, App\Tend\Found\FindingGroup::Depth], true);
@endphp
<form method="post" action="{{ route('tend.findings', $store) }}">@csrf
<table class="ledger tight findings" id="findings">
    <thead><tr>@can('write', $store)<th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='findings[]']" aria-label="Tick all"></th>@endcan<th scope="col">Page</th>@if ($isMixed)<th scope="col">Why</th>@endif<th scope="col">Seen</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Revenue</th><th scope="col" class="num">Upside</th><th scope="col">{{ $show === FindingState::Mended ? 'Mended' : 'To do' }}</th></tr></thead>
    <tbody>
    @forelse ($rows as $row)
        <tr>@can('write', $store)<td class="tick"><input type="checkbox" name="findings[]" value="{{ $row->id }}" aria-label="Tick {{ $row->url }}"></td>@endcan
            <td class="clip g-page"><a href="{{ route('tend.page', [$store, $row->pageId]) }}" data-beside title="{{ $row->title ?: $row->url }}">{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a></td>
            @if ($isMixed)<td class="clip">{{ $row->kind === FindingType::Orphan ? $row->cause : $row->kind->label() }}</td>@endif
            <td class="clip" title="{{ $row->seen }}">{{ $row->seen }}</td><td class="num">@n($row->clicks)</td><td class="num">{{ App\Platform\Web\Forms::rough($row->revenue) }}</td><td class="num">{{ App\Platform\Web\Forms::rough($row->upside) }}</td>
            <td class="clip">@if ($show === FindingState::Mended)<span class="state is-growth">{{ App\Platform\Web\Forms::day(substr($row->mendedAt, 0, 10)) }}</span>@else{{ $row->repair }}@if ($row->targetUrl) <a href="{{ $row->targetPage ? route('tend.page', [$store, $row->targetPage]) : $row->targetUrl }}">{{ App\Stores\Http\ShownUrl::of($store, $row->targetUrl) }}</a>@endif @endif</td></tr>
    @empty
        <tr><td colspan="8">{{ match ($show) { FindingState::Left => 'Nothing is left as it is.', FindingState::Mended => 'Nothing was mended in the last 90 days.', default => 'Nothing is found. That is good.' } }}</td></tr>
    @endforelse
    </tbody>
</table>
@can('write', $store)@if ($rows !== [] && $show === FindingState::Open)
    <div class="filters send">@if ($canWrite)<button class="button is-growth" name="do" value="desk">Take the ticked to the writing desk</button>@endif @if ($group === App\Tend\Found\FindingGroup::Orphans)<button class="button is-growth" name="do" value="carry" title="Redirects and removals as they are proposed go to Release; links go by Links to add">Make redirects and removals of the ticked ready</button>@endif
        @if ($group === App\Tend\Found\FindingGroup::Structured)<button class="button is-growth" name="do" value="markup" title="Structured data made from what is known of products and articles, in the place of what the page says now">Put what is made for the ticked into the next release</button>@endif
        <span class="leave-because"><label for="leave-reason">Leave the ticked, because</label> <input class="input" id="leave-reason" name="reason" maxlength="300"> <label for="leave-day">look again on</label> <input class="input short-date" id="leave-day" type="date" name="review_on"> <button class="button" name="do" value="leave">Leave</button></span></div>
@endif @endcan
</form>
@if ($next)<p class="pager"><a href="{{ request()->fullUrlWithQuery(['after' => $next]) }}" rel="next">Next</a></p>@endif
