/**
 * The call graph: who may call whom, through the project and through libraries that call back. Enter by {@link
 * paredown.analysis.call.CallGraph} and {@link paredown.analysis.call.Reentrancy}.
 */
package paredown.analysis.call;
