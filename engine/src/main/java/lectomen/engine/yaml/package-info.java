/**
 * Reads what people write in YAML, as text with the place where it stands, so that everything wrong can be pointed at by
 * line and column. Start at {@link lectomen.engine.yaml.YamlTree} and {@link lectomen.engine.yaml.Section}.
 */
@NullMarked
package lectomen.engine.yaml;

import org.jspecify.annotations.NullMarked;
