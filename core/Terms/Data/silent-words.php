<?php

declare(strict_types=1);

/** Articles, prepositions and the like (stop words), folded, as Inflection forms them, a blank between two words. */
return 'the a an for with and in of to on by our your is at from or der die das fur mit und im am ein '.
    'von aus zu le la les de du des pour avec et un une en el los las del para con y una';
