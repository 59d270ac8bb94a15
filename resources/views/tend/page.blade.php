@php
    use App\Inventory\Index\DepthRebuild;
    use App\Platform\Web\Forms;
    use App\Stores\Http\ShownUrl;
    use App\Tend\Reach\Role;
    use App\Tend\Found\FindingType;
    $isOrphan = $page->depth === DepthRebuild::UNREACHED;
    $name = static fn (object $row): string => (string) (((array) json_decode((string) ($row->h1s ?? ''), true))[0] ?? '') ?: ((string) ($row->title ?? '') ?: ShownUrl::of($store, $row->url));
    $parts = array_filter(['navigation' => $page->inNavigation, 'header' => $page->inHeader, 'footer' => $page->inFooter]);
    $around = $parts === [] ? ', no navigation, header or footer does' : ', '.implode(', ', array_map(static fn (string $part, int $pages): string => "the $part of ".Forms::number($pages), array_keys($parts), $parts));
    $clicks = static fn (int $n): string => Forms::number($n).($n === 1 ? ' click' : ' clicks');
@endphp
<section class="reach-page" data-points="{{ $points }}" data-name="{{ $name($page) }}">
    <div class="head tight-head"><h2>{{ $name($page) }}</h2><div class="tools">@if (request()->hasHeader('HX-Request') && request()->query('rings') !== '1')<button type="button" class="button" data-beside-step="-1" title="Alt and arrow up">Back</button> <button type="button" class="button" data-beside-step="1" title="Alt and arrow down">Next</button> <button type="button" class="button" data-beside-close title="Escape">Close</button>@endif</div></div>
    <p class="path"><a href="{{ route('page', [$store, $page->pageId]) }}">{{ ShownUrl::of($store, $page->url) }}</a></p>
    <p>@if ($isOrphan)<b class="hand">Orphan</b>: no followed link leads here.@else<b>{{ $clicks($page->depth) }}</b> from home{{ $page->paging > 0 ? ', '.$page->paging.' of them turn a list' : '' }}@if ($page->depth > $page->aim) <b class="hand">(should be {{ $page->aim }} at most)</b>@endif.@endif
        <b>@n($page->linksIn)</b> {{ $page->linksIn === 1 ? 'page links' : 'pages link' }} here in texts{{ $around }}{{ $page->linksNofollow > 0 ? '; '.Forms::number($page->linksNofollow).' by nofollow links alone' : '' }}. {{ Forms::number($page->weight / 1e7, 2) }}% of the link weight.@if ($page->role !== 0) {{ ucfirst(Role::from($page->role)->words()) }}.@endif
        @n($page->clicks) clicks, {{ Forms::rough($page->revenue) }} revenue, {{ Forms::rough($page->upside) }} upside.</p>
    @if ($way && ! $isOrphan)<ol class="way">@foreach ($way as $step)<li><span class="soft">{{ $step->depth }}</span> @if ($step->pageId === $page->pageId)<b>{{ $name($step) }}</b>@else<a href="{{ route('tend.page', [$store, $step->pageId]) }}" data-ring="{{ $step->pageId }}" title="{{ ShownUrl::of($store, $step->url) }}">{{ $step->depth === 0 ? 'Home' : $name($step) }}</a>@endif</li>@endforeach</ol>@endif
    @if ($page->depth > 1 && $page->indexable)<div hx-get="{{ route('tend.nearer', [$store, $page->pageId]) }}" hx-trigger="load" hx-swap="outerHTML"><p class="soft">Working out what would bring it nearer …</p></div>@endif
    @if ($findings)
        <h3>What was found here</h3>
        <ul class="found">@foreach ($findings as $one)<li><a href="{{ route('tend.cause', [$store, $one->causeId]) }}">{{ $one->kind->label() }}</a>: {{ $one->kind === FindingType::Orphan ? $one->cause.'; '.$one->seen : $one->seen }} @if ($one->state === App\Tend\Found\FindingState::Left)<span class="state">left as it is</span> @can('write', $store)<form method="post" action="{{ route('tend.reopen', $store) }}" class="inline">@csrf<input type="hidden" name="finding" value="{{ $one->id }}"><button class="button">Open again</button></form>@endcan @endif
            <br><span class="soft">{{ $one->repair }} @if ($one->targetUrl)<a href="{{ $one->targetPage ? route('tend.page', [$store, $one->targetPage]) : $one->targetUrl }}">{{ ShownUrl::of($store, $one->targetUrl) }}</a>@endif</span></li>@endforeach</ul>
    @endif
    <div hx-get="{{ route('tend.anchors', [$store, $page->pageId]) }}" hx-trigger="load" hx-swap="outerHTML"></div>
    @if ($lab)<p>In a browser, as on a slow phone ({{ Forms::day(substr($lab->measuredAt, 0, 10)) }}, lab numbers): @if ($lab->problem !== null){{ $lab->problem }}@else something to be seen after {{ number_format($lab->firstMs / 1000, 1) }} s, the largest part after <b>{{ number_format($lab->largestMs / 1000, 1) }} s</b>, layout shift {{ number_format($lab->shift / 1000, 2) }}, busy with scripts for {{ number_format($lab->blockedMs / 1000, 1) }} s; @n($lab->requests) requests, {{ number_format($lab->bytes / 1e6, 2) }} MB.@endif</p>@endif
    @if ($markup)<details><summary>Structured data made from what is known of it</summary>@include('card', ['title' => $card->title ?? '', 'description' => $card->description ?? '', 'url' => $page->url, 'slot' => 'desktop', 'rich' => App\Tend\Lists\RichLine::of([json_decode($markup, true)])])<pre class="made">{{ $markup }}</pre>@can('write', $store)<form method="post" action="{{ route('tend.page.markup', [$store, $page->pageId]) }}">@csrf<button class="button">Put it into the next release</button></form>@endcan</details>@endif
    @if ($alts)<details><summary>Alts proposed for {{ count($alts) === 1 ? 'one further image' : count($alts).' further images' }}</summary><table class="ledger tight"><thead><tr><th scope="col">Image</th><th scope="col">Alt now</th><th scope="col">Alt to be</th></tr></thead><tbody>@foreach ($alts as $one)<tr><td>{{ basename($one['image']) }}</td><td>{{ $one['was'] ?? 'none' }}</td><td>{{ $one['alt'] }}</td></tr>@endforeach</tbody></table>@can('write', $store)<form method="post" action="{{ route('tend.page.alts', [$store, $page->pageId]) }}">@csrf<button class="button">Put them into the next release</button></form>@endcan</details>@endif
    @if ($isOrphan || $questions !== [])
        <h3>Ask who made it</h3>
        @foreach ($questions as $one)<p><span class="soft">{{ Forms::day(substr($one->askedAt, 0, 10)) }}, {{ $one->asked }}:</span> {{ $one->question }}@if ($one->answer !== null)<br><b>{{ $one->answer }}</b> <span class="soft">{{ Forms::day(substr($one->answeredAt, 0, 10)) }}</span>@endif</p>
            @if ($one->answer === null)@can('write', $store)<form method="post" action="{{ route('tend.answer', [$store, $one->id]) }}" class="ask">@csrf<label for="answer-{{ $one->id }}">Answer</label> <input class="input" id="answer-{{ $one->id }}" name="answer" maxlength="1000" required> <button class="button">Keep it</button></form>@endcan @endif
        @endforeach
        @can('write', $store)<form method="post" action="{{ route('tend.ask', [$store, $page->pageId]) }}" class="ask">@csrf<label for="asked">Whom</label> <input class="input" id="asked" name="asked" maxlength="190" required> <label for="question">What</label> <input class="input" id="question" name="question" maxlength="1000" required value="Is this page still needed, and who links to it?"> <button class="button">Note the question</button></form>@endcan
    @endif
</section>
