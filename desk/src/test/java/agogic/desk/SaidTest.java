package agogic.desk;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ThrowTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.DocTrees;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreePathScanner;
import com.sun.source.util.TreeScanner;
import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;

/** What others may call says what it does, and what it refuses. */
class SaidTest {
    @Test
    void everyPublicMethodSaysWhatItDoes() throws IOException {
        List<String> silent = new ArrayList<>();
        int looked = 0;
        for (String module : List.of("core", "formats", "standins", "desk")) {
            looked += look(Path.of("..", module, "src", "main", "java"), silent);
        }
        assertThat(silent).isEmpty();
        assertThat(looked).isGreaterThan(2_000);
    }

    private static int look(Path sources, List<String> silent) throws IOException {
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        try (StandardJavaFileManager files = compiler.getStandardFileManager(null, null, StandardCharsets.UTF_8);
                Stream<Path> all = Files.walk(sources)) {
            List<File> java = all.filter(f -> f.toString().endsWith(".java"))
                    .map(Path::toFile)
                    .toList();
            JavacTask task = (JavacTask)
                    compiler.getTask(null, files, null, null, null, files.getJavaFileObjectsFromFiles(java));
            Looking looking = new Looking(DocTrees.instance(task), silent);
            for (CompilationUnitTree unit : task.parse()) {
                looking.scan(unit, null);
            }
            return looking.looked;
        }
    }

    /** Looks at the public methods of public classes, but for those that say what another one says. */
    private static final class Looking extends TreePathScanner<Void, Void> {
        private final DocTrees docs;
        private final List<String> silent;
        private int looked;

        Looking(DocTrees docs, List<String> silent) {
            this.docs = docs;
            this.silent = silent;
        }

        @Override
        public Void visitClass(ClassTree one, Void nothing) {
            boolean open = one.getModifiers().getFlags().contains(Modifier.PUBLIC);
            return open ? super.visitClass(one, nothing) : null;
        }

        @Override
        public Void visitMethod(MethodTree method, Void nothing) {
            boolean open = method.getModifiers().getFlags().contains(Modifier.PUBLIC);
            boolean again = method.getModifiers().getAnnotations().toString().contains("Override");
            if (open && !again && method.getBody() != null && !ofRecord(method)) {
                looked++;
                String doc = docs.getDocComment(getCurrentPath());
                String name =
                        getCurrentPath().getCompilationUnit().getSourceFile().getName() + " " + method.getName();
                if (doc == null || doc.isBlank()) {
                    silent.add(name + " says nothing");
                } else if (refuses(method) && !doc.contains("@throws") && !doc.contains("efuse")) {
                    silent.add(name + " does not say what it refuses");
                } else if (!method.getThrows().isEmpty() && !doc.contains("@throws")) {
                    silent.add(name + " does not say when it fails");
                }
            }
            return null;
        }

        /** True for what a record checks of its parts: they are told at the record. */
        private boolean ofRecord(MethodTree method) {
            return method.getName().contentEquals("<init>")
                    && getCurrentPath().getParentPath().getLeaf().getKind() == Tree.Kind.RECORD
                    && !refuses(method);
        }

        private static boolean refuses(MethodTree method) {
            boolean[] found = new boolean[1];
            new TreeScanner<Void, Void>() {
                @Override
                public Void visitThrow(ThrowTree thrown, Void nothing) {
                    found[0] |= thrown.getExpression() instanceof NewClassTree made
                            && made.getIdentifier().toString().equals("IllegalArgumentException");
                    return super.visitThrow(thrown, nothing);
                }

                @Override
                public Void visitLambdaExpression(LambdaExpressionTree later, Void nothing) {
                    return null;
                }
            }.scan(method.getBody(), null);
            return found[0];
        }
    }
}
