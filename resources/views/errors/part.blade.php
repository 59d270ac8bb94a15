{{-- A part of a page that could not be made: the rest of the page stays as it is. --}}
<div class="note is-hand" role="alert"><b>@yield('title').</b> @yield('words')</div>
