package paredown.code;

import java.util.List;

/**
 * A call of a method or constructor that the project does not declare, with the objects that it gets at, by their erased types. Arrays
 * are their components; numbers, texts and whatever else nobody can write a class of are left out.
 *
 * @param method symbol of what is called
 * @param receiver type of the object that is called; empty for a constructor, a static method, and {@code super}; of {@code Method.invoke}
 *     the names of the methods that it may be, with commas, where the member tells
 * @param given types of the arguments
 * @param held types of what the arguments and the object that is called hold, as collections do
 */
public record OutsideCall(String method, String receiver, List<String> given, List<String> held) {}
