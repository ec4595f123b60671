package api

import (
	"bytes"
	"context"
	"errors"
	"io"
	"net/http"
	"strconv"
	"strings"
	"time"

	"dunvel/core/input"
	"dunvel/internal/api/saved"
	"dunvel/internal/api/send"
	"dunvel/internal/contract"
	"dunvel/internal/exchange"
	"dunvel/internal/service/intake"
	"dunvel/internal/store"
)

// ExportLog implements the contract.
func (h Handlers) ExportLog(ctx context.Context, _ ExportLogRequestObject) (ExportLogResponseObject, error) {
	var out bytes.Buffer
	if err := h.does.WriteLog(ctx, &out); err != nil {
		return nil, err
	}
	return ExportLog200TextcsvCharsetUtf8Response{Body: &out, ContentLength: int64(out.Len()),
		Headers: ExportLog200ResponseHeaders{ContentDisposition: under("dunvel-log.csv")}}, nil
}

// ExportWorkbook implements the contract.
func (h Handlers) ExportWorkbook(ctx context.Context,
	_ ExportWorkbookRequestObject) (ExportWorkbookResponseObject, error) {
	var out bytes.Buffer
	if err := h.does.WriteWorkbook(ctx, &out); err != nil {
		return nil, err
	}
	return ExportWorkbook200ApplicationvndOpenxmlformatsOfficedocumentSpreadsheetmlSheetResponse{
		Body: &out, ContentLength: int64(out.Len()),
		Headers: ExportWorkbook200ResponseHeaders{ContentDisposition: under("dunvel-log.xlsx")},
	}, nil
}

// ExportBox implements the contract.
func (h Handlers) ExportBox(ctx context.Context, _ ExportBoxRequestObject) (ExportBoxResponseObject, error) {
	var out bytes.Buffer
	items, err := h.does.BoxItems(ctx)
	if err == nil {
		err = exchange.WriteBox(&out, items)
	}
	return ExportBox200TextcsvCharsetUtf8Response{Body: &out, ContentLength: int64(out.Len()),
		Headers: ExportBox200ResponseHeaders{ContentDisposition: under("dunvel-box.csv")}}, err
}

// ExportBoxWorkbook implements the contract.
func (h Handlers) ExportBoxWorkbook(ctx context.Context,
	_ ExportBoxWorkbookRequestObject) (ExportBoxWorkbookResponseObject, error) {
	var out bytes.Buffer
	items, err := h.does.BoxItems(ctx)
	if err == nil {
		err = exchange.WriteBoxWorkbook(&out, items)
	}
	return ExportBoxWorkbook200ApplicationvndOpenxmlformatsOfficedocumentSpreadsheetmlSheetResponse{
		Body: &out, ContentLength: int64(out.Len()), Headers: ExportBoxWorkbook200ResponseHeaders{
			ContentDisposition: under("dunvel-box.xlsx")},
	}, err
}

// ExportTable implements the contract.
func (h Handlers) ExportTable(ctx context.Context, r ExportTableRequestObject) (ExportTableResponseObject, error) {
	var out bytes.Buffer
	rows, err := h.does.Flat(ctx, r.Of)
	if err == nil {
		err = exchange.WriteRows(&out, rows)
	}
	return ExportTable200TextcsvCharsetUtf8Response{Body: &out, ContentLength: int64(out.Len()),
		Headers: ExportTable200ResponseHeaders{ContentDisposition: under("dunvel-" + r.Of + ".csv")}}, err
}

// ExportTableWorkbook implements the contract.
func (h Handlers) ExportTableWorkbook(ctx context.Context,
	r ExportTableWorkbookRequestObject) (ExportTableWorkbookResponseObject, error) {
	var out bytes.Buffer
	rows, err := h.does.Flat(ctx, r.Of)
	if err == nil {
		err = exchange.WriteBook(&out, "Dunvel", rows)
	}
	return ExportTableWorkbook200ApplicationvndOpenxmlformatsOfficedocumentSpreadsheetmlSheetResponse{
		Body: &out, ContentLength: int64(out.Len()), Headers: ExportTableWorkbook200ResponseHeaders{
			ContentDisposition: under("dunvel-" + r.Of + ".xlsx")},
	}, err
}

// under is the name to keep a file under, as a header has it.
func under(name string) *string { return new(`attachment; filename="` + name + `"`) }

// ExportAll implements the contract.
func (h Handlers) ExportAll(ctx context.Context, _ ExportAllRequestObject) (ExportAllResponseObject, error) {
	return backup(func(w io.Writer) error { return h.does.WriteEverything(ctx, w) }), nil
}

// backup writes everything.
type backup func(io.Writer) error

// VisitExportAllResponse implements the contract.
func (write backup) VisitExportAllResponse(w http.ResponseWriter) error {
	return send.File(w, map[string]string{"Content-Type": "application/json",
		"Content-Disposition": *under("dunvel-backup.json")}, write)
}

// ImportFile implements the contract.
func (h Handlers) ImportFile(ctx context.Context, r ImportFileRequestObject) (ImportFileResponseObject, error) {
	file, err := fileOf(r)
	if err != nil {
		return nil, err
	}
	if wanted(r.Params.Progress) {
		return tell(ctx, func(ctx context.Context) (any, error) { return h.takeIn(ctx, file) }), nil
	}
	report, err := h.takeIn(ctx, file)
	return ImportFile200JSONResponse(report), err
}

// fileOf is the file of a request: as it is, or as a text within JSON.
func fileOf(r ImportFileRequestObject) (intake.File, error) {
	if b := r.JSONBody; b != nil {
		file := intake.File{Kind: string(b.Kind), Text: []byte(b.Text), Backup: strings.NewReader(b.Text), Take: b.Take}
		if b.Columns != nil {
			file.How.Columns = *b.Columns
		}
		return file, nil
	}
	file := intake.File{Take: wanted(r.Params.Take), Changes: wanted(r.Params.Changes)}
	if r.Params.Order != nil {
		file.How.Order = string(*r.Params.Order)
	}
	if r.Params.Decimal != nil {
		file.How.Decimal = string(*r.Params.Decimal)
	}
	if r.Params.Zone != nil {
		zone, err := time.LoadLocation(*r.Params.Zone)
		if err != nil || *r.Params.Zone == "" {
			return file, input.Fault("zone", "Time zone: “%s” is not one, such as Europe/London.", *r.Params.Zone)
		}
		file.How.Zone = zone
	}
	if r.Params.Kind != nil {
		file.Kind = string(*r.Params.Kind)
	}
	if r.Params.Column != nil {
		file.How.Columns = map[string]int{}
		for _, c := range *r.Params.Column {
			key, at, _ := strings.Cut(c, ":")
			n, err := strconv.Atoi(at)
			if err != nil {
				return file, input.Fault("column", "Column: “%s” is not one of ours and a number, such as time:0.", c)
			}
			file.How.Columns[key] = n
		}
	}
	var err error
	if file.Kind == intake.BackupFile {
		file.Backup, err = send.Spooled(r.Body)
		return file, err
	}
	file.Text, err = io.ReadAll(r.Body)
	return file, err
}

func (h Handlers) takeIn(ctx context.Context, file intake.File) (_ contract.Import, err error) {
	if s, ok := file.Backup.(send.Spool); ok {
		defer func() { err = errors.Join(err, s.Close()) }()
	}
	report, err := h.does.TakeIn(ctx, file)
	if err != nil {
		return contract.Import{}, err
	}
	return saved.Import(report), nil
}

// ListCopies implements the contract.
func (h Handlers) ListCopies(context.Context, ListCopiesRequestObject) (ListCopiesResponseObject, error) {
	all, err := h.does.Copies()
	return ListCopies200JSONResponse(saved.Each(all, saved.Copy)), err
}

// MakeCopy implements the contract.
func (h Handlers) MakeCopy(ctx context.Context, _ MakeCopyRequestObject) (MakeCopyResponseObject, error) {
	made, err := h.does.MakeCopy(ctx)
	return MakeCopy201JSONResponse(saved.Copy(made)), err
}

// RestoreCopy implements the contract.
func (h Handlers) RestoreCopy(ctx context.Context, r RestoreCopyRequestObject) (RestoreCopyResponseObject, error) {
	before, err := h.does.GoBack(ctx, r.Name)
	return RestoreCopy200JSONResponse(saved.Copy(before)), err
}

// ListBin implements the contract.
func (h Handlers) ListBin(ctx context.Context, _ ListBinRequestObject) (ListBinResponseObject, error) {
	found, err := h.does.Bin(ctx)
	return ListBin200JSONResponse(saved.Each(found, func(b store.Binned) contract.Binned {
		return contract.Binned{Table: b.Table, Id: b.ID, Name: b.Name, Deleted: b.Deleted}
	})), err
}

// PutBack implements the contract.
func (h Handlers) PutBack(ctx context.Context, r PutBackRequestObject) (PutBackResponseObject, error) {
	return PutBack204Response{}, h.does.PutBack(ctx, r.Table, r.Id)
}

// ListUnreadable implements the contract.
func (h Handlers) ListUnreadable(ctx context.Context,
	_ ListUnreadableRequestObject) (ListUnreadableResponseObject, error) {
	found, err := h.does.Unreadable(ctx)
	return ListUnreadable200JSONResponse(saved.Each(found, func(u store.Unreadable) contract.Unreadable {
		return contract.Unreadable{Table: u.Table, Id: u.ID, Name: u.Name, Why: u.Why}
	})), err
}

// RemoveUnreadable implements the contract.
func (h Handlers) RemoveUnreadable(ctx context.Context,
	r RemoveUnreadableRequestObject) (RemoveUnreadableResponseObject, error) {
	return RemoveUnreadable204Response{}, h.does.RemoveUnreadable(ctx, r.Table, r.Id)
}

// RestoreUnreadable implements the contract.
func (h Handlers) RestoreUnreadable(ctx context.Context,
	r RestoreUnreadableRequestObject) (RestoreUnreadableResponseObject, error) {
	return RestoreUnreadable204Response{}, h.does.PutBackUnreadable(ctx, r.Table, r.Id)
}
