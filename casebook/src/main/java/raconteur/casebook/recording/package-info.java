/**
 * What recorders, oscilloscopes and meters wrote to a file, read line by line: dumps of value
 * changes, and tables of levels, volts and buses.
 *
 * <p>Start at {@link raconteur.casebook.recording.RecordingFile}. A table is understood in two
 * steps: {@code TableHead} looks at its first lines and says, as a {@code RecordingTable}, where
 * the time stands and what each column is; the rows then go by without being held. What is no line
 * is named with the reason, and never read as one.
 */
@NullMarked
package raconteur.casebook.recording;

import org.jspecify.annotations.NullMarked;
