<details class="drop"><summary>More</summary>
<div class="drop-sheet">
    <form id="columns-form">
        <h2>Columns, for you alone</h2>
        <ul class="column-list" id="column-list"></ul>
        <p><label>Width of titles <input type="range" name="width" min="{{ App\Write\Desk\DeskView::WIDTHS[0] }}" max="{{ App\Write\Desk\DeskView::WIDTHS[1] }}" step="4" value="{{ $view->width }}"></label></p>
    </form>
    @can('write', $store)
        <form method="post" action="{{ route('write.ready', [$store] + $filter->query()) }}" data-with-ticked id="ready-form">@csrf
            <input type="hidden" name="mark" value="ready">
            <h2>Ready for release</h2>
            <p><button class="button" name="scope" value="rows" data-ticked>Mark the ticked as ready</button> <button class="button" name="scope" value="filter">Mark all drafts of this view as ready</button></p>
            @if ($recipes !== [])
                <h2>By recipe</h2>
                <p><label>Recipe <span class="select"><select name="recipe">@foreach ($recipes as $id => $name)<option value="{{ $id }}">{{ $name }}</option>@endforeach</select></span></label> <button class="button" name="scope" value="ticked" data-ticked formaction="{{ route('write.recipe.try', $store) }}">Try on the ticked</button> <button class="button" name="scope" value="view" formaction="{{ route('write.recipe.try', [$store] + $filter->query()) }}">Try on this view</button></p>
            @endif
        </form>
        <form method="post" action="{{ route('write.suggest', $store) }}" data-with-ticked>@csrf
            <h2>Suggestions</h2>
            <p><button class="button" data-ticked>Suggest texts for the ticked</button> <button class="button" name="scope" value="view" formaction="{{ route('write.suggest', [$store] + $filter->query()) }}">for this view</button></p>
        </form>
        <h2>Lead terms</h2>
        <form method="post" action="{{ route('match.suggest', $store) }}">@csrf<p><button class="button">Propose them for all pages</button> <span class="soft">the best for the whole store, each term once; yours stay</span></p></form>
        <form method="post" action="{{ route('match.import', $store) }}" enctype="multipart/form-data">@csrf<p><label>From a file with the columns url and keyword <input type="file" name="terms" accept=".csv,.tsv,.txt,.xlsx,.gz" required></label> <button class="button">Bring it in</button></p></form>
    @endcan
    <form method="get" action="{{ route('write.export', [$store, 'xlsx']) }}" data-with-ticked>
        <h2>As a spreadsheet</h2>
        <p><a class="button" href="{{ route('write.export', [$store, 'xlsx'] + $filter->query()) }}">Download this view, XLSX</a> <a class="button" href="{{ route('write.export', [$store, 'csv'] + $filter->query()) }}">CSV</a> <button class="button" data-ticked>Download the ticked</button></p>
    </form>
</div></details>
