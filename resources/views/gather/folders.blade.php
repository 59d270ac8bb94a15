<table class="ledger tight">
    <thead><tr><th scope="col">Folder</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Indexable</th>@if ($window)<th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Revenue</th>@endif</tr></thead>
    <tbody>
    @if ($filter->folder !== '')<tr><td colspan="6"><a href="{{ route('gather', [$store] + $filter->query(['folder' => preg_replace('~[^/]+/?$~', '', $filter->folder) === '/' ? null : preg_replace('~[^/]+/?$~', '', $filter->folder)])) }}">up from {{ $filter->folder }}</a></td></tr>@endif
    @forelse ($folders as $folder)
        <tr>
            <td class="wrap-any">@if (str_ends_with($folder['folder'], '/') && $folder['folder'] !== ($filter->folder ?: '/'))<a href="{{ route('gather', [$store] + $filter->query(['folder' => $folder['folder']])) }}">{{ $folder['folder'] }}</a>@else{{ $folder['folder'] }} <span class="soft">and pages directly in it</span>@endif</td>
            <td class="num">@n($folder['pages'])</td><td class="num">@n($folder['indexable'])</td>
            @if ($window)<td class="num">@n($folder['clicks'])</td><td class="num">@n($folder['impressions'])</td><td class="num">@n($folder['revenue'])</td>@endif
        </tr>
    @empty
        <tr><td colspan="6">No page matches.</td></tr>
    @endforelse
    </tbody>
</table>
