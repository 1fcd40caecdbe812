# frozen_string_literal: true

module App
  module Jobs
    # Works out where a drawing stands against its models, then what its sheets need to be seen.
    DocketJob =
      Struct.new(:drawing_id) do
        def perform
          drawing = Records::Drawing.find_by(id: drawing_id) or return
          basis = Standings.basis(drawing)
          return if Records::Standing.exists?(drawing_id: drawing_id, basis: basis)

          Standings.work_out(drawing, basis)
          say_ahead(drawing)
          Queue.once("paper-#{drawing_id}", PaperJob.new(drawing_id), priority: 9)
          VariantStandings.recheck(drawing)
        end

        # What the drawing says of its parts is kept, so that the page finds it.
        def say_ahead(drawing)
          Nockplane::Linking::Completeness.new(drawing.value, Workshop.source).parts
        rescue Nockplane::Error
          nil # what can't be built is told by the docket
        end

        def max_attempts = 5
      end
  end
end
