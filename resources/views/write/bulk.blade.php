<dialog id="bulk-sheet" class="bulk-sheet" aria-labelledby="bulk-head">
    <form id="bulk-form" method="dialog">
        <h2 id="bulk-head">Change many texts</h2>
        <p class="bulk-line">
            <label>What to do <span class="select"><select name="kind">
                <option value="replace">find and replace words</option><option value="take">take over another text</option>
                <option value="brand-on">put the brand at the end</option><option value="brand-off">take the brand off</option>
                <option value="fit">shorten at a word until it fits</option><option value="tidy">tidy: repeated marks, leftovers, emoji</option>
                <option value="calm">capitals to small letters</option><option value="sentence">begin with a capital letter</option><option value="title">capitals as in a title</option>
                <option value="swap">swap parts around a sign</option>
            </select></span></label>
            <label>in <span class="select"><select name="field"><option value="title">titles</option><option value="description">descriptions</option><option value="both">titles and descriptions</option><option value="h1">H1s</option><option value="social_title">social titles</option><option value="social_description">social descriptions</option></select></span></label>
            <label>of <span class="select"><select name="scope"><option value="range">the selected rows</option><option value="ticked">the ticked rows</option><option value="view">all of this view</option></select></span></label>
        </p>
        <p class="bulk-line" data-for="replace">
            <label>Find <input class="input" name="find" maxlength="200" size="26"></label> <label>put in its place <input class="input" name="with" maxlength="200" size="26"></label>
            <label><span class="select"><select name="how" aria-label="How to find"><option value="plain">as it stands</option><option value="word">whole words</option><option value="pattern">as a pattern</option></select></span></label>
            <label><input type="checkbox" name="minds"> capitals count</label>
        </p>
        <p class="bulk-line" data-for="take" hidden><label>Take over <span class="select"><select name="from"><option value="name">the page’s name</option><option value="h1">its H1</option><option value="title">its title</option><option value="description">its description</option><option value="lead">its lead term</option><option value="shop">the shop’s own text</option><option value="nothing">nothing: empty it</option></select></span></label></p>
        <p class="bulk-line" data-for="swap brand-on" hidden><label>Sign between the parts <input class="input" name="sign" maxlength="10" size="4" value="–"></label></p>
        <p class="form-end"><button type="button" class="button" data-preview>Show what changes</button> <button type="button" class="button is-growth" data-change disabled>Change</button> <button class="button" value="close">Close</button> <span id="bulk-told" role="status"></span></p>
        <div class="bulk-hits" id="bulk-hits" tabindex="0" role="region" aria-label="What would change"></div>
    </form>
</dialog>
