package gavlin.web.site;

import gavlin.core.brief.SlotSheetReader;
import gavlin.core.fit.FitDocument;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
class SchemaController {
    @GetMapping(value = "/schemas/slot-sheet-1.json", produces = "application/schema+json")
    String slotSheet() {
        return SlotSheetReader.schemaText();
    }

    @GetMapping(value = "/schemas/fit-1.json", produces = "application/schema+json")
    String fit() {
        return FitDocument.schemaText();
    }
}
