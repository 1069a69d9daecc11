package gavlin.web.site;

import gavlin.core.brief.SlotSheetReader;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
class SchemaController {
    @GetMapping(value = "/schemas/slot-sheet-1.json", produces = "application/schema+json")
    String slotSheet() {
        return SlotSheetReader.schemaText();
    }
}
