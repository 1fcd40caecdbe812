# frozen_string_literal: true

module App
  module Jobs
    # Works out ahead what pages and new drawings of a model's latest revision ask for: the part, its picture, the usual
    # views, mass.
    ReadyJob =
      Struct.new(:model_id) do
        def perform
          model = Records::Model.find_by(id: model_id) or return
          revision = model.latest
          source = Workshop.source
          subject = Nockplane::Products::Subject.new(model.id, revision.number)
          Workshop.glb(revision.recipe)
          frames = Nockplane::Projection::ViewFrame::NAMED.keys
          frames.each { |name| source.linework(subject, Nockplane::Projection::ViewFrame.named(name)) }
          source.axes(subject)
          Nockplane::Linking::FaceWords.in(source, subject)
          source.mass_words(subject)
          source.flats.blank(revision.recipe) if source.model(subject).stock
        rescue Nockplane::Error
          nil # told where the model is shown
        end

        def max_attempts = 2
      end
  end
end
