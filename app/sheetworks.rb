# frozen_string_literal: true

module App
  # What drawings and templates ask of the models stored.
  module Sheetworks
    module_function

    # Text of a picture (a kind of its own) of what a page shows (Presenters::DrawingPage), kept by the digest of what
    # it rests on.
    def kept(shown, kind, &)
      Workshop.store.fetch(
        "sheet-#{Digest::SHA256.hexdigest([Nockplane::KERNEL_VERSION, kind, *shown.basis_of_picture].to_json)[0, 40]}",
        &
      )
    end

    # SceneBuilder of a sheet (by id) of a document, without what its docket says.
    def builder(value, sheet, shade: :known, purpose: :screen)
      Nockplane::Drawings::SceneBuilder.new(
        value,
        sheet,
        Workshop.source,
        fields: App.title_fields,
        shade: shade,
        purpose: purpose
      )
    end

    # ->(model id) giving the number of its latest revision; asked once for each model.
    def latest
      known = {}
      ->(id) { known[id] ||= Records::Revision.where(model_id: id).maximum(:number) }
    end
  end
end
