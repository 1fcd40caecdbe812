# frozen_string_literal: true

module App
  module Jobs
    # Reads an uploaded STEP file that was kept under its digest; progress goes in hundredths. model_id: the model it is
    # told to be a revision of; arrival_id and answer: what a person answered about a file that waited.
    ImportJob =
      Struct.new(:run_id, :digest, :filename, :note, :model_id, :arrival_id, :answer) do
        def perform
          run = Records::Run.find(run_id)
          return if run.over?

          run.update!(state: 'running', total: 100)
          found = taken(run)
          put_together(found)
          run.update!(state: 'done', done: 100, href: href(found))
        rescue Nockplane::Error => e
          run.update!(state: 'failed', reason: e.message)
        end

        def max_attempts = 3

        private

        # So that its page need not wait for it.
        def put_together(found)
          text = found.is_a?(Records::Arrival) ? found.text : found&.recipe
          text && Workshop.source.model_of(text)
        rescue Nockplane::Error
          nil # it is kept; its page tells
        end

        # A Revision, an Arrival, or nil when nothing was kept.
        def taken(run)
          if arrival_id
            return (
              Actions::AnswerArrival.call(
                Records::Arrival.at(arrival_id),
                answer['answer'],
                number: answer['number'],
                progress: told(run)
              )
            )
          end

          received = Received.read(Files.read(digest), filename, progress: told(run))
          model = model_id && Records::Model.find(model_id)
          model ? Actions::TakeIn.revision(received, model, note: note) : Actions::TakeIn.added(received, note: note)
        end

        def href(found)
          case found
          when Records::Arrival
            "/arrivals/#{found.id}"
          when Records::Revision
            "/models/#{found.model.slug}"
          else
            '/'
          end
        end

        # Writes hundredths as they come; a run that is to stop stops here.
        def told(run)
          lambda do |share|
            now = (share * 80).floor # what is left is putting an assembly together
            next if now <= run.done

            run.reload
            raise Refused, "#{run.stopping.sub(/\A./, &:upcase)}; nothing was kept." if run.stop_wanted

            run.update!(done: now)
          end
        end
      end
  end
end
