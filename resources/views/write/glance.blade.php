<h2>{{ $name }}</h2>
@if ($inResults !== null)<p>Results show another title: <b>{{ $inResults }}</b></p>@endif
@if ($touched)<p>Changed in the shop by us last on @day($touched).@if (App\Changes\LastTouched::isSettling($touched)) <span class="soft">That is less than six weeks ago; a text is best left to settle.</span>@endif</p>@endif
@foreach ($written as $one)<p class="soft">{{ Orchard\Core\Wording\TextField::from((int) $one->field)->label() }} last written by the recipe “{{ $one->name }}”, version {{ $one->version }}, on @day($one->madeAt).</p>@endforeach
@if ($terms === [])
    <p class="hint">No terms yet, and no queries that this page is seen for.</p>
@else
    <div class="scroll"><table class="ledger tight" data-sortable>
        <thead><tr><th scope="col">Term</th><th scope="col">Here as</th><th scope="col" class="num">Volume</th><th scope="col" class="num">Difficulty</th><th scope="col" class="num">Position</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Clicks</th><th scope="col">In the title</th><th scope="col">In the description</th></tr></thead>
        <tbody>@foreach ($terms as $term)<tr><td><b>{{ $term['term'] }}</b></td><td>{{ ['lead' => 'lead term', 'support' => 'supporting term', 'seen' => 'seen for it'][$term['role']] }}</td><td class="num">@if ($term['volume'] !== null)@n($term['volume'])@else – @endif</td><td class="num">@if ($term['difficulty'] !== null)@n($term['difficulty'])@else – @endif</td><td class="num">@if ($term['position'] !== null){{ App\Platform\Web\Forms::number($term['position'], 1) }}@else <span class="soft">not seen</span>@endif</td><td class="num">@if ($term['impressions'] !== null)@n($term['impressions'])@else – @endif</td><td class="num">@if ($term['clicks'] !== null)@n($term['clicks'])@else – @endif</td><td>{{ $term['inTitle'] ? 'yes' : 'no' }}</td><td>{{ $term['inDescription'] ? 'yes' : 'no' }}</td></tr>@endforeach</tbody>
    </table></div>
@endif
@if ($facts)
    <h3>Facts</h3>
    <dl class="glance-facts">@foreach ($facts as $name => $value)<div><dt>{{ App\Write\Recipes\RecipeFacts::label((string) $name) }}</dt><dd>{{ $value }}</dd></div>@endforeach</dl>
@endif
@if ($door !== null && $door['slug'] !== '')
    <h3>Its address</h3>
    @if (! empty($wrong))<p class="note is-hand" role="alert">{{ $wrong }}</p>@endif
    <p class="wrap-any">{{ App\Stores\Http\ShownUrl::of($store, $url) }}@if ($door['faults']) <span class="fault">slug {{ implode(', ', $door['faults']) }}</span>@endif @if ($door['guard']) <span class="soft">ranks: {{ $door['guard'] }}</span>@endif</p>
    @if ($door['plannedSlug'])<p>Slug is to be <b>{{ $door['plannedSlug']->value }}</b> with the next release.</p>@endif
    @if ($door['plannedRobots'])<p>{{ $door['plannedRobots']->value === 'noindex' ? 'It is to be kept out of search' : 'It is to be let into search again' }} with the next release.</p>@elseif ($door['robots'] !== '')<p>Robots: {{ $door['robots'] }}</p>@endif
    @can('write', $store)
        <form method="post" action="{{ route('write.address', [$store, $door['resource']]) }}" data-fault class="say-line">@csrf
            <label for="door-slug">Slug</label> <input class="input" id="door-slug" name="slug" size="32" maxlength="120" value="{{ $door['plannedSlug']->value ?? ($door['faults'] ? $door['proposal'] : $door['slug']) }}"> <button class="button" name="do" value="slug">Change it</button>
            @if (($door['plannedRobots']->value ?? null) === 'noindex' || $door['isOurs'])<button class="button" name="do" value="open">Let it be found again</button>@else<button class="button is-hand" name="do" value="shut">Keep it out of search</button>@endif
            @if ($door['guard'])<label class="nowrap"><input type="checkbox" name="confirmed" value="1"> all the same, though it ranks</label>@endif
            <span class="soft">A new slug leaves a redirect; both go with the next release.</span>
        </form>
    @endcan
@endif
