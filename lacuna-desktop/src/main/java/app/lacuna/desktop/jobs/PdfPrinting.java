package app.lacuna.desktop.jobs;

import java.awt.print.PrinterException;
import java.awt.print.PrinterJob;
import java.io.IOException;
import javax.print.PrintServiceLookup;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.printing.PDFPageable;

/** Prints a PDF from memory, by the system's own dialog; nothing is written to a file of ours. */
public final class PdfPrinting {
    private PdfPrinting() {}

    /** Whether this computer has a printer at all. May take a moment. */
    public static boolean isPossible() {
        return PrintServiceLookup.lookupPrintServices(null, null).length > 0;
    }

    /**
     * Not on the interface thread: it waits for the dialog.
     *
     * @return whether it was printed, and not called off
     */
    public static boolean print(byte[] pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            PrinterJob job = PrinterJob.getPrinterJob();
            job.setPageable(new PDFPageable(document));
            if (!job.printDialog()) {
                return false;
            }
            job.print();
            return true;
        } catch (PrinterException e) {
            throw new IOException(e);
        }
    }
}
