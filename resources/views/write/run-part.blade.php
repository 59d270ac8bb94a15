@php($busy = in_array($run->phase, ['preview', 'apply', 'back'], true) && ($work?->isActive() ?? false))
<div id="run-part" @if ($busy) hx-get="{{ route('write.run', [$store, $run->id]) }}" hx-trigger="every 1s" hx-swap="outerMorph" @endif>
    <p role="status">
        @switch ($run->phase)
            @case('preview') @if ($busy) Preparing the preview … @n($work?->number('done') ?? 0) pages so far. @else This preview was not finished. @endif @break
            @case('shown') Nothing has been changed yet. Check the preview, then make the drafts. @break
            @case('apply') Making drafts … @n($work?->number('saved') ?? 0) so far. @break
            @case('back') Taking the drafts back … @n($work?->number('back') ?? 0) so far. @break
            @case('taken') <b>@n($work?->number('back') ?? 0)</b> drafts were taken back; texts that were edited or sent since stay. @break
            @default <b>@n($work?->number('saved') ?? 0)</b> drafts were made{{ $run->follows ? ' since facts had changed' : '' }}. <a href="{{ route('write', [$store, 'state' => 'changed']) }}">See them on the desk</a>
        @endswitch
        @if ($work?->problem)<span class="state is-hand">{{ $work->problem }}</span>@endif
    </p>
    <div class="filters">
        @foreach (App\Write\Recipes\RunScreen::OUTCOMES as $key => $label)
            @if ($counts->get($key))<a href="{{ route('write.run', [$store, $run->id, 'outcome' => $key]) }}" @if ($outcome === $key) aria-current="true" @endif>{{ $label }} <span class="n">@n($counts->get($key))</span></a>@endif
        @endforeach
        @if ($run->phase === 'shown' && ($counts->get('new') || $counts->get('wide')))
            @can('write', $store)<form method="post" action="{{ route('write.run.apply', [$store, $run->id]) }}">@csrf @if ($counts->get('new'))<button class="button is-growth" data-once>Make @n($counts->get('new')) drafts that fit</button>@endif @if ($counts->get('wide')) <button class="button" name="cut" value="1" data-once>Make @n($counts->get('new', 0) + $counts->get('wide')) drafts, also those cut off</button>@endif</form>@endcan
        @endif
        @if ($run->phase === 'applied' && ($work?->number('saved') ?? 0) > 0)
            @can('write', $store)<form method="post" action="{{ route('write.run.apply', [$store, $run->id]) }}">@csrf<button class="button is-hand" name="do" value="back" data-once>Take all drafts of this run back</button></form>@endcan
        @endif
    </div>
    @if ($recipe && ! $busy && $approver !== null)
        <div class="filters">
            @if ($recipe->approvedVersion === (int) $run->version)
                <span>Version {{ $run->version }} follows the facts{{ $approver !== '' ? ', approved by '.$approver : '' }}: it writes again where they change, and pages that come.</span>
            @else
                @can('release', $store)<form method="post" action="{{ route('write.recipe.approve', [$store, $recipe->id]) }}">@csrf<button class="button" name="version" value="{{ $run->version }}" data-once>Approve version {{ $run->version }} to follow the facts</button></form>
                <span class="soft">Then it writes by itself where facts change or pages come; what it writes is ready to go, row by row approval is not asked again.</span>@else<span class="soft">An approver can let this recipe follow the facts by itself.</span>@endcan
            @endif
        </div>
    @endif
    <table class="ledger">
        <thead><tr><th scope="col">Page</th><th scope="col">Live now, or draft</th><th scope="col">New</th><th scope="col">Left out</th>@if ($recipe)@can('write', $store)<th scope="col">Exception</th>@endcan @endif</tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="clip g-page">@if ($row->pageId)<a href="{{ route('page', [$store, $row->pageId]) }}">{{ $row->name }}</a>@else{{ $row->name }}@endif</td><td>{{ $row->draftShown ?? $row->shown }}</td><td>{{ $row->text }}@if ($row->repeated) <span class="state is-hand">duplicate</span>@endif</td><td class="soft">{{ $row->dropped === '' ? '' : implode(', ', array_map(static fn (string $rank): string => $partsOfRank[(int) $rank] ?? '', explode(',', $row->dropped))) }}</td>
                @if ($recipe)@can('write', $store)<td><form method="post" action="{{ route('write.recipe.except', [$store, $recipe->id]) }}">@csrf<input type="hidden" name="resource" value="{{ $row->resourceId }}"><button class="button is-text" name="leave" value="{{ $row->outcome === 'except' ? 0 : 1 }}" aria-label="{{ $row->outcome === 'except' ? 'Give back' : 'Leave alone' }}: {{ $row->name }}">{{ $row->outcome === 'except' ? 'give back' : 'leave alone' }}</button></form></td>@endcan @endif</tr>
        @empty
            <tr><td colspan="5">No pages here.</td></tr>
        @endforelse
        </tbody>
    </table>
    @if ($next)<p class="pager"><a href="{{ route('write.run', [$store, $run->id, 'outcome' => $outcome, 'after' => $next]) }}" rel="next">Next 50</a></p>@endif
</div>
