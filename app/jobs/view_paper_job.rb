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
          model = view.model
          subject = view.subject
          frame, annotated = sight(view, Workshop.source.model(subject.made))
          Nockplane::Planning::ViewSheet.of(
            Actions::CreateDrawing.template(template),
            subject,
            Workshop.source,
            frame: frame,
            name: view.name,
            title: model.name,
            number: model.number.to_s,
            annotated: annotated,
            note: view.note
          )
        end

        # [ViewFrame, is it square to an annotation plane?]; what is nearly square is so.
        def sight(view, model)
          seen = view.sight
          planes = Nockplane::Modelling::AnnotationPlanes.of(model)
          plane = Nockplane::Modelling::AnnotationPlanes.seen(planes, seen[:direction])
          return Nockplane::Projection::ViewFrame.new(seen[:direction], seen[:up]), false unless plane

          [Nockplane::Projection::ViewFrame.new(Nockplane::Geometry::Vec.neg(plane.normal), plane.up), true]
        end
      end
  end
end
