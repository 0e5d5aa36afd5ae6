/** Measures of members and classes: one function a measure, its definition and source beside it. Pure arithmetic over facts. */
package paredown.measure;
