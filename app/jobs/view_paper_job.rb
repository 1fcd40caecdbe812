# frozen_string_literal: true

module App
  module Jobs
    # A view kept on a model as a sheet for paper (Planning::ViewSheet), in a template's first sheet.
    ViewPaperJob =
      Struct.new(:run_id, :view_id, :template) do
        def perform
          run = Records::Run.find(run_id)
          return if run.over?

          view = Records::SavedView.find_by(id: view_id) or
            return run.update!(state: 'failed', reason: 'the view is no longer kept')
          run.update!(state: 'running')
          scenes = scenes(view)
          SeriesPaper.put(run, 'pdf', Nockplane::Formats::Pdf.write(scenes, created: Time.now))
          run.update!(state: 'done', done: run.total, href: "/runs/#{run.id}/file")
        rescue Nockplane::Error, Refused, SystemCallError => e
          run.update!(state: 'failed', reason: e.message)
        end

        def max_attempts = 3

        private

        def scenes(view)
          drawing = drawing(view)
          drawing.sheets.map { |sheet| SheetFiles.scene(drawing, sheet) }
        end

        def drawing(view)
          Nockplane::Planning::ViewSheet.of(
            Actions::CreateDrawing.template(template),
            view.subject,
            Workshop.source,
            **view.sight,
            title: view.model.name,
            number: view.model.number.to_s,
            note: view.note
          )
        end
      end
  end
end
