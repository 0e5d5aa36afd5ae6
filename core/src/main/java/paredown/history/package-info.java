/** What a project's repository tells about which members changed together, when and why. Enter by {@link paredown.history.ChangeHistory}. */
package paredown.history;
