<div id="release-weight">
<p>The pages that change had <b>@n($weight->clicks)</b> clicks in 13 weeks, <b>{{ $weight->share() }}%</b> of the store’s.@if ($weight->addressClicks > 0) Those whose URLs change had <b>@n($weight->addressClicks)</b>{{ $weight->cap === null ? '' : '; one release may touch '.App\Platform\Web\Forms::number($weight->cap).' at most' }}.@endif <span class="soft">It is sent by {{ implode(', ', array_slice($senders, 0, 4)) }}{{ count($senders) > 4 ? ' and others' : '' }}.</span></p>
@if ($weight->largest !== [])
    <h2>{{ count($weight->largest) === 1 ? 'Its page' : 'The pages with most clicks' }}</h2>
    <div class="scroll"><table class="ledger tight largest-pages">
        <thead><tr><th scope="col">Page</th><th scope="col" class="num">Clicks</th><th scope="col">Field</th><th scope="col">Now</th><th scope="col">After it</th></tr></thead>
        <tbody>
        @foreach ($weight->largest as $page)
            @foreach ($page->changes as $change)
                <tr>@if ($loop->first)<td class="clip g-page" rowspan="{{ count($page->changes) }}"><a href="{{ route('page', [$store, $page->id]) }}" title="{{ $page->url }}">{{ App\Stores\Http\ShownUrl::of($store, $page->url) }}</a></td><td class="num" rowspan="{{ count($page->changes) }}">@n($page->clicks)</td>@endif
                    <td class="nowrap">{{ $change->field }}</td><td><del>{{ $change->before === '' ? 'nothing' : $change->before }}</del></td><td><ins>{{ $change->after === '' ? 'the theme’s own' : $change->after }}</ins></td></tr>
            @endforeach
        @endforeach
        </tbody>
    </table></div>
@endif
</div>
