<nav class="tabs-line" aria-label="Write">
    <a href="{{ route('write', $store) }}" @if (request()->routeIs('write')) aria-current="page" @endif>Writing desk</a>
    <a href="{{ route('write.recipes', $store) }}" @if (request()->routeIs('write.recipe*', 'write.run')) aria-current="page" @endif>Recipes</a>
    <a href="{{ route('write.sheets', $store) }}" @if (request()->routeIs('write.sheet*')) aria-current="page" @endif>Spreadsheets</a>
</nav>
