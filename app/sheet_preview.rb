# frozen_string_literal: true

module App
  # Small pictures of sheets that a run would make, made by a worker and kept by what they are made of.
  module SheetPreview
    module_function

    # { "svg" } when it is there, { "waiting" } while a worker makes it, { "problem" } when there is none.
    def of(plan, wanted)
      wrong = plan.problem(wanted)
      return { problem: wrong } if wrong

      key = plan.preview_key(wanted)
      return shown(Workshop.store.fetch(key) { '' }) if Workshop.store.known?(key)

      Queue.once("run-preview-#{key}", Jobs::SheetPreviewJob.new(plan.plain), priority: 7)
      { waiting: true }
    end

    def shown(kept) = kept.start_with?('!') ? { problem: kept[1..] } : { svg: kept }

    def make(plan, wanted)
      Workshop.store.fetch(plan.preview_key(wanted)) { drawn(plan, wanted).freeze }
    end

    def drawn(plan, wanted)
      made = plan.preview(wanted)
      return '!its part is taken out of the file when the run is started' unless made

      sheet = made.drawing.sheets.first
      scene =
        Nockplane::Drawings::SceneBuilder.new(
          made.drawing,
          sheet.id,
          Workshop.source,
          fields: App.title_fields,
          shade: :known,
          purpose: :print
        ).scene
      Nockplane::Formats::Svg.write(scene)
    rescue Nockplane::Error => e
      "!#{e.message}"
    end
    private_class_method :shown, :drawn
  end
end
