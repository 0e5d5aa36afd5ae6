package paredown.source;

/** What a comment says, whatever its lines and stars. */
public final class CommentText {
    private CommentText() {}

    /** The words of a comment, to be compared with those of others. */
    public static String words(String comment) {
        return comment.replaceAll("[\\s*]+", " ").strip();
    }

    /** Whether it says nothing of its own. */
    public static boolean isSilent(String comment) {
        return comment.replace("{@inheritDoc}", "").chars().noneMatch(Character::isLetterOrDigit);
    }
}
