package paredown.trial;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class JUnitReportsTest {
    @TempDir
    private Path folder;

    @Test
    void aFailedTestSaysWhatItExpectedAndWhere() throws IOException {
        Files.writeString(folder.resolve("TEST-meridian.NightTest.xml"), """
                <testsuite name="meridian.NightTest" tests="3" errors="1" failures="1">
                  <testcase name="plans" classname="meridian.NightTest">
                    <failure message="expected: &lt;4&gt;&#10; but was: &lt;5&gt;" type="AssertionFailedError"><![CDATA[AssertionFailedError: expected
                	at org.junit.jupiter.api.AssertEquals.assertEquals(AssertEquals.java:150)
                	at meridian@1.0/meridian.Night$Checks.lambda$sum$0(Night.java:40)
                	at meridian.NightTest.plans(NightTest.java:12)
                ]]></failure>
                  </testcase>
                  <testcase name="opens" classname="meridian.NightTest">
                    <error type="java.lang.IllegalStateException">IllegalStateException</error>
                  </testcase>
                  <testcase name="closes" classname="meridian.NightTest"/>
                </testsuite>
                """);
        JUnitReports reports = new JUnitReports("meridian/Night.java"::equals);
        reports.read(folder, FileTime.fromMillis(0));
        assertThat(reports.ran()).isEqualTo(3);
        assertThat(reports.failures())
                .extracting(TestReport.Failure::toString)
                .containsExactly(
                        "NightTest.plans: expected: <4> but was: <5> (Night.java:40)",
                        "NightTest.opens: IllegalStateException");
    }
}
