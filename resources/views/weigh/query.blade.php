<p class="soft">@if ($known){{ $known->class->label() }}@if ($known->difficulty !== null), difficulty {{ App\Platform\Web\Forms::number($known->difficulty) }}@endif @if ($known->volume !== null), searched {{ App\Platform\Web\Forms::number($known->volume) }} times a month @endif @endif</p>
<table class="ledger tight">
    <thead><tr><th scope="col">Page, {{ $lens->weeks }} weeks</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">CTR</th><th scope="col" class="num">Position</th></tr></thead>
    <tbody>
    @forelse ($pages as $row)
        <tr><td class="wrap-any"><a href="{{ route('page', [$store, $row->pageId]) }}">{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a>@if ($row->isBest) <span class="soft">best position</span>@endif</td><td class="num">@n($row->clicks)</td><td class="num">@n($row->impressions)</td><td class="num">{{ $row->impressions > 0 ? App\Platform\Web\Forms::number(100 * $row->clicks / $row->impressions, 1).'%' : '–' }}</td><td class="num">{{ $row->positionSum > 0 ? App\Platform\Web\Forms::number($row->positionSum / $row->impressions / 1000, 1) : '–' }}</td></tr>
    @empty
        <tr><td colspan="5">No page ranked for it in these weeks.</td></tr>
    @endforelse
    </tbody>
</table>
